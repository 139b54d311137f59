import type { Chain } from './chain';
import { linksOf } from './layout';
import type { ChainPlace } from './locate';

/** Elements of these links, each once: parts, or the wires between them. */
export function namesOf(chain: Chain, indices: readonly number[], which: 'parts' | 'wires'): readonly string[] {
  const links = linksOf(chain);
  const found = indices.flatMap((index) => {
    const { kind, element } = links[index] ?? {};
    if (element === undefined || kind === 'jumper') return [];
    return (kind === 'wire') === (which === 'wires') ? [element] : [];
  });
  return [...new Set(found)];
}

/** Results of a chain besides what is left of it. */
export const CHAIN_RESULTS = ['no-feed', 'weak-feed', 'loss', 'contradiction'] as const;

/** Stands for the wires in the name of a set. */
const WIRES = 'wires';

/**
 * What a chain comes to, by the name a chart branches by: everything that is left, in the order of the current, wires
 * last ("FS1+wires"); an element or a wire alone only where nothing else is left. Undefined where what is left has no name, because
 * the feed was not read.
 */
export function placeKey(chain: Chain, place: ChainPlace): string | undefined {
  const { links, open, holding, isServed, isSourceOpen, isSourceWeak, isContradictory } = place;
  if (isContradictory) return 'contradiction';
  if (isSourceOpen) return open.length === 0 ? 'no-feed' : undefined;
  if (open.length === 0 && !isServed) {
    const isLost = holding.some(({ kind }) => kind === 'poor');
    if (!isSourceWeak) return 'loss';
    return isLost ? undefined : 'weak-feed';
  }
  if (isSourceWeak) return undefined;
  const [parts, wires] = [namesOf(chain, links, 'parts'), namesOf(chain, links, 'wires')];
  const alone = parts.length === 0 && wires.length === 1 ? wires : [];
  return alone[0] ?? [...parts, ...(wires.length > 0 ? [WIRES] : [])].join('+');
}
