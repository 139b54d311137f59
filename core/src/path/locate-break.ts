import { PRESENCE, presenceOf, type Ends, type Presence } from '../reference';
import { elementName, terminalLabel, wireColourAt, type UnitModelDocument } from '../unit-model';
import type { Chain } from './chain';
import { BREAK_WORDS } from './words';

/** What a voltage between two points of a chain shows. */
export interface ChainReading {
  /** Indices of `points`, the one nearer to the source first. */
  readonly from: number;
  readonly to: number;
  readonly shows: Presence;
  readonly volts: number;
  readonly event: string;
}

/**
 * Where the voltage of a chain can stop, as far as the readings tell. A chain that is whole stops it in its load. One
 * break is assumed: across it stands the whole voltage and across everything else nothing, so a live reading leaves
 * what lies between its points, a dead one what lies beside them.
 */
export interface BreakPlace {
  /** Indices of `links` that may stop it, in order. */
  readonly links: readonly number[];
  /** The source itself may be dead: nothing was seen alive yet. */
  readonly isSourceOpen: boolean;
  /** No single break explains the readings. */
  readonly isContradictory: boolean;
}

/**
 * What volts across part of a chain show: alive or dead only where all they may be says so.
 *
 * @example voltsShow({ nominal: 24 }, { low: 23, high: 24 }) // "alive"
 * @example voltsShow({ nominal: 24 }, { low: 9, high: 10 }) // "unclear"
 */
export function voltsShow({ nominal }: Pick<Chain, 'nominal'>, ends: Ends): Presence {
  return presenceOf(ends, {
    aliveFrom: PRESENCE.chainAlivePart * nominal,
    deadUpTo: Math.max(PRESENCE.chainDeadPart * nominal, PRESENCE.deadVolts),
  });
}

export function locateBreak(chain: Chain, readings: readonly ChainReading[]): BreakPlace {
  const possible = chain.links.map((link, index) => ({ index, isAbsent: link.isAbsent === true }));
  let links = possible.filter(({ isAbsent }) => !isAbsent).map(({ index }) => index);
  let isSourceOpen = true;
  for (const { from, to, shows } of readings) {
    const isBetween = (index: number): boolean => index >= from && index < to;
    if (shows === 'alive') {
      links = links.filter(isBetween);
      isSourceOpen = false;
    } else if (shows === 'dead') {
      links = links.filter((index) => !isBetween(index));
    }
  }
  return { links, isSourceOpen, isContradictory: links.length === 0 && !isSourceOpen };
}

/** Whether a reading at this point, to the end of the chain, would leave less. */
export function splits(chain: Chain, place: BreakPlace, point: number): boolean {
  const before = place.links.some((index) => index < point) || (place.isSourceOpen && point < chain.points.length - 1);
  return before && place.links.some((index) => index >= point);
}

/** A link that is a wire fails less often than what it joins; common practice, no source. */
const WIRE_WEIGHT = 0.5;

/**
 * The point that halves what is left by weight, read to the end of the chain (half-split method of fault location;
 * Miller and Ely, 1953, from memory). Undefined where none of the points tells anything more.
 */
export function halfSplit(
  chain: Chain,
  place: BreakPlace,
  points: readonly string[],
  weightOf: (element: string) => number = () => 1,
): string | undefined {
  const weight = (index: number): number => {
    const link = chain.links[index];
    return link === undefined ? 0 : link.kind === 'wire' ? WIRE_WEIGHT : weightOf(link.element);
  };
  const sum = (indices: readonly number[]): number => indices.reduce((total, index) => total + weight(index), 0);
  const offers = points.flatMap((address) => {
    const at = chain.points.indexOf(address);
    if (at < 0 || !splits(chain, place, at)) return [];
    const before = sum(place.links.filter((index) => index < at)) + (place.isSourceOpen ? 1 : 0);
    const after = sum(place.links.filter((index) => index >= at));
    return [{ address, off: Math.abs(before - after) }];
  });
  return offers.sort((a, b) => a.off - b.off)[0]?.address;
}

/** The elements that may stop the voltage, wires left out. */
export function suspectsOf(chain: Chain, { links }: BreakPlace): readonly string[] {
  return [...new Set(links.flatMap((index) => withoutWire(chain, index)))];
}

/** Every element of a chain that could stop its voltage, wires and what this unit lacks left out. */
export function suspectableElements(chain: Chain): readonly string[] {
  return suspectsOf(chain, locateBreak(chain, []));
}

function withoutWire(chain: Chain, index: number): readonly string[] {
  const link = chain.links[index];
  return link === undefined || link.kind === 'wire' ? [] : [link.element];
}

/**
 * What the readings say and no more: "It stops between X1·3 and X1·4: Float switch FS1 or wires (red, orange)." Wires
 * are told by their colours, which differ from unit to unit: `colourOf` knows those of this one.
 */
export function breakWords(
  model: UnitModelDocument,
  chain: Chain,
  place: BreakPlace,
  colourOf: (wire: string) => string = (wire) => wireColourAt(model, wire),
): string {
  const label = (index: number): string => terminalLabel(model, chain.points[index] ?? '');
  if (place.isContradictory) return BREAK_WORDS.contradictory();
  if (place.links.length === 0) return BREAK_WORDS.nothingAtSource(label(0));
  if (place.isSourceOpen && place.links.length === chain.links.filter(({ isAbsent }) => !isAbsent).length)
    return BREAK_WORDS.nothingRead();
  const first = place.links[0] ?? 0;
  const last = place.links.at(-1) ?? first;
  const suspects = suspectsOf(chain, place);
  const wires = place.links.flatMap((index) =>
    chain.links[index]?.kind === 'wire' ? [chain.links[index].element] : [],
  );
  const colours = [...new Set(wires.map(colourOf).filter((colour) => colour !== ''))];
  const wireWords = BREAK_WORDS.wires(wires.length, suspects.length === 0, colours);
  const blamed = BREAK_WORDS.oneOf(
    [...suspects.map((element) => elementName(model, element)), wireWords].filter(Boolean),
  );
  const between = BREAK_WORDS.between(label(first), label(last + 1));
  const isWhole = suspects.length === 1 && suspects[0] === chain.path.load && !place.isSourceOpen;
  return isWhole ? BREAK_WORDS.wholeAtLoad(between, blamed) : BREAK_WORDS.stops(between, blamed, place.isSourceOpen);
}
