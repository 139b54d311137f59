import { linksOf, type Layout } from './layout';
import { potentialsOf, type Potentials } from './network';

/** One thing that may be wrong with a chain, or nothing, and what its nodes are joined to then. */
export interface Hypothesis {
  /**
   * `served`: nothing, the load has its voltage; `open`, `poor`: a link does not conduct, or takes part of the voltage;
   * `dead`, `weak`: the feed gives nothing, or too little.
   */
  readonly kind: 'served' | 'open' | 'poor' | 'dead' | 'weak';
  readonly link?: number;
  readonly potentials: Potentials;
}

/** Every single thing that may be wrong, with each combination of the contacts that may rest. */
export function hypothesesOf(chain: Layout): readonly Hypothesis[] {
  const made = new Map<string, Hypothesis>();
  for (const resting of restings(chain)) {
    const whole = potentialsOf(chain, { open: resting });
    if (whole?.isFlowing !== true) continue;
    for (const each of [...sourceHypotheses(whole), ...linkHypotheses(chain, resting)])
      made.set(JSON.stringify([each.kind, each.link, each.potentials.origins]), each);
  }
  return [...made.values()];
}

function sourceHypotheses(potentials: Potentials): readonly Hypothesis[] {
  return (['served', 'dead', 'weak'] as const).map((kind) => ({ kind, potentials }));
}

function linkHypotheses(chain: Layout, resting: ReadonlySet<number>): readonly Hypothesis[] {
  return linksOf(chain).flatMap(({ kind, isAbsent }, link): Hypothesis[] => {
    if (kind === 'jumper' || isAbsent === true || resting.has(link)) return [];
    const open = potentialsOf(chain, { open: new Set([...resting, link]) });
    const poor = kind === 'load' ? undefined : potentialsOf(chain, { open: resting, poor: link });
    const isTaking = poor?.origins.some((origin) => origin === 'taken' || origin === 'raised') === true;
    return [
      ...(open && !open.isFlowing ? [{ kind: 'open' as const, link, potentials: open }] : []),
      ...(poor && isTaking ? [{ kind: 'poor' as const, link, potentials: poor }] : []),
    ];
  });
}

/** Most contacts that are followed both open and closed: two to the power of it combinations. */
export const MOST_RESTING = 6;

/** Every combination in which contacts that current can get around are open; those that are held open always are. */
export function restings(chain: Layout): readonly ReadonlySet<number>[] {
  const contacts = linksOf(chain).flatMap(({ mayRest }, index) => (mayRest === true ? [index] : []));
  const held = linksOf(chain).flatMap(({ isHeldOpen }, index) => (isHeldOpen === true ? [index] : []));
  return Array.from(
    { length: 2 ** contacts.length },
    (_each, bits) => new Set([...held, ...contacts.filter((_contact, at) => (bits >> at) % 2 === 1)]),
  );
}
