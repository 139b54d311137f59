import { chainProgress, chainsHere, mustBeFound, type VisitContext, type VisitState } from '@juxtameter/core';

export type Implied = 'alive' | 'dead';

/** In words that nobody takes for a proof: what follows was not read. */
export const IMPLIED_WORDS: Readonly<Record<Implied, string>> = {
  alive: 'must be alive, not read',
  dead: 'no voltage follows, not read',
};

/**
 * Terminals nobody read whose state follows from what was read along a chain, as long as its supply is on and its calls
 * are made. One that two chains say different things of says nothing.
 */
export function chainImplied(context: VisitContext, visit: VisitState): ReadonlyMap<string, Implied> {
  const found = new Map<string, Implied | undefined>();
  for (const { path } of chainsHere(context, visit)) {
    const progress = isFed(visit, path) ? chainProgress(context, visit, path.id) : undefined;
    if (!progress || progress.readings.length === 0) continue;
    const { chain, place, readings } = progress;
    const end = chain.points.length - 1;
    for (const [index, point] of chain.points.entries()) {
      if (index === end || readings.some(({ from, to }) => from === index && to === end)) continue;
      const must = mustBeFound(chain, place, readings, index);
      if (must !== 'whole' && must !== 'nothing') continue;
      const implied = must === 'whole' ? 'alive' : 'dead';
      found.set(point, !found.has(point) || found.get(point) === implied ? implied : undefined);
    }
  }
  return new Map([...found].flatMap(([point, implied]) => (implied ? [[point, implied] as const] : [])));
}

function isFed(
  { conditions }: VisitState,
  { supply, calls = [] }: { readonly supply: string; readonly calls?: readonly string[] },
): boolean {
  return conditions.supplies?.[supply] === 'on' && calls.every((call) => conditions.calls?.[call] === 'on');
}
