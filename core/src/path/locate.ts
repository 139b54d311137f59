import { presenceOf, type Ends, type Presence } from '../reference';
import type { Chain } from './chain';
import { linksOf } from './layout';
import {
  chainScale,
  explains,
  explainsByHeavyLoad,
  type ChainReading,
  type ChainScale,
  type FeedBounds,
} from './explains';
import { restings, type Hypothesis } from './hypotheses';
import { potentialsOf } from './network';

/** What explains the readings of a chain, as far as they tell. */
export interface ChainPlace {
  /** Indices of the links that may be to blame, in order. */
  readonly links: readonly number[];
  /** Of these, what may not conduct at all. */
  readonly open: readonly number[];
  /** The source itself may be dead. */
  readonly isSourceOpen: boolean;
  /** The source may give too little of its own. */
  readonly isSourceWeak: boolean;
  /** The load may take too much, shorted in part or whole. */
  readonly isLoadHeavy: boolean;
  /** The load has its voltage: what is left is in the load, or behind it. */
  readonly isServed: boolean;
  /** Nothing single explains the readings. */
  readonly isContradictory: boolean;
  /** What explains them, one by one. */
  readonly holding: readonly Hypothesis[];
}

/**
 * What volts across part of a chain show: alive or dead only where all they may be says so.
 *
 * @example voltsShow({ nominal: 24 }, { low: 23, high: 24 }) // "alive"
 * @example voltsShow({ nominal: 24 }, { low: 9, high: 10 }) // "unclear"
 */
export function voltsShow(chain: Pick<Chain, 'nominal'>, ends: Ends): Presence {
  const { alive, taken } = chainScale(chain);
  return presenceOf(ends, { aliveFrom: alive, deadUpTo: taken });
}

/**
 * Where the voltage of a chain stops, or what part of it is lost: every single fault that explains all readings, with
 * contacts that current can get around open or closed. Each hypothesis says by Kirchhoff's laws what every reading would
 * be (model-based diagnosis, single faults; de Kleer and Williams 1987).
 */
export function locate(chain: Chain, readings: readonly ChainReading[]): ChainPlace {
  const scale = chainScale(chain);
  const holding = chain.hypotheses.filter((each) => holds(each, readings, scale));
  const isOf = (kind: Hypothesis['kind']): boolean => holding.some((each) => each.kind === kind);
  const isLoadHeavy = explainsByHeavyLoad(chain, readings, scale, !isOf('open'));
  const load = chain.links.findIndex(({ kind }) => kind === 'load');
  const blamed = holding.flatMap(({ kind, link }) => (kind === 'served' ? [load] : (link ?? [])));
  const links = sorted([...blamed, ...(isLoadHeavy ? [load] : [])]);
  return {
    links,
    open: sorted(holding.flatMap(({ kind, link }) => (kind === 'open' ? (link ?? []) : []))),
    isSourceOpen: isOf('dead'),
    isSourceWeak: isOf('weak'),
    isLoadHeavy,
    isServed: isOf('served'),
    isContradictory: holding.length === 0 && !isLoadHeavy,
    holding,
  };
}

function sorted(indices: readonly number[]): readonly number[] {
  return [...new Set(indices)].sort((a, b) => a - b);
}

function boundsOf(kind: Hypothesis['kind'], { taken, alive, served, top }: ChainScale): FeedBounds {
  switch (kind) {
    case 'served':
      return { feed: { low: served, high: top }, shows: served };
    case 'open':
      return { feed: { low: alive, high: top } };
    case 'poor':
      return { feed: { low: alive, high: top }, leaves: served };
    case 'dead':
      return { feed: { low: 0, high: taken } };
    case 'weak':
      return { feed: { low: taken, high: served }, shows: taken };
  }
}

function holds({ kind, potentials }: Hypothesis, readings: readonly ChainReading[], scale: ChainScale): boolean {
  return explains(potentials, readings, scale, boundsOf(kind, scale));
}

/**
 * Links that conduct whatever else is wrong: no two breaks of which one is theirs explain the readings. Nothing is said
 * while the feed may be dead or nothing single explains the readings.
 */
export function conductingLinks(chain: Chain, readings: readonly ChainReading[], place: ChainPlace): readonly number[] {
  if (place.isContradictory || place.isSourceOpen) return [];
  const scale = chainScale(chain);
  const feed = { low: scale.taken, high: scale.top };
  const contacts = restings(chain);
  const links = linksOf(chain);
  const isPossible = (open: ReadonlySet<number>): boolean => {
    const potentials = potentialsOf(chain, { open });
    return potentials !== undefined && explains(potentials, readings, scale, { feed });
  };
  return links.flatMap(({ kind, isAbsent, mayRest, isHeldOpen }, index) => {
    const mayBeOpenRightly = mayRest === true || isHeldOpen === true;
    if (kind === 'jumper' || isAbsent === true || mayBeOpenRightly || place.links.includes(index)) return [];
    const mayBeOpen = contacts.some((resting) =>
      links.some((_other, other) => isPossible(new Set([...resting, index, other]))),
    );
    return mayBeOpen ? [] : [index];
  });
}
