import { scaleLinear } from 'd3-scale';
import { formatValue, type UnitSymbol } from '@juxtameter/core';

/** What is drawn on the axis, in base units; a limit or end that is missing is infinite. */
export interface JuxtaInput {
  readonly low?: number;
  readonly high?: number;
  readonly unit: UnitSymbol;
  readonly value?: number;
  readonly interval?: { readonly low?: number; readonly high?: number };
  /** The quantity cannot be below zero, so the axis does not go there. */
  readonly floor?: number;
  /** Several values in one picture: the members of a set, the two ends of what moved. */
  readonly members?: readonly number[];
  /** One band each of documents that disagree; `low` and `high` then hold all of them. */
  readonly bands?: readonly { readonly name: string; readonly low?: number; readonly high?: number }[];
  /** A second value on the same axis, nearer to the band than the first: what it reads since. */
  readonly also?: number;
}

export interface Span {
  readonly x0: number;
  readonly x1: number;
}

export interface Tick {
  readonly x: number;
  readonly label: string;
}

/** The picture of one comparison, in units of the drawing's width (0 to `width`). */
export interface JuxtaAxis {
  readonly segments: readonly Span[];
  readonly ticks: readonly Tick[];
  /** One slot each of documents that disagree, drawn in place of the one slot. */
  readonly slots?: readonly (Span & { readonly name: string })[];
  /** What should be. */
  readonly slot?: Span & { readonly openLeft: boolean; readonly openRight: boolean };
  /** What is. */
  readonly mark?: number;
  /** Each of several values; the block then spans them. */
  readonly members?: readonly number[];
  /** The second value. */
  readonly also?: number;
  /** As wide as the meter's uncertainty. */
  readonly block?: Span;
  /** From slot to mark when the mark is outside. */
  readonly thread?: Span;
  /** Where the axis is broken. */
  readonly breakAt?: number;
}

/** The band takes at least and at most this part of the width, so that a near miss is seen as one. */
const LEAST_SLOT = 0.25;
const MOST_SLOT = 0.5;
const MARGIN = 0.06;
/** Parts of the width for the two segments of a broken axis. */
const NEAR_PART = 0.56;
const FAR_PART = 0.36;

/** Nothing a hand-held meter shows is smaller, in any base unit. */
const LEAST_DRAWN = 1e-15;

interface Domain {
  readonly low: number;
  readonly high: number;
}

/** Lays a comparison out on one axis, visibly broken where slot and mark are far apart. */
export function juxtaAxis(input: JuxtaInput, width: number): JuxtaAxis {
  const band = finiteBand(input);
  const found = markOf(input);
  if (!band) return lone(input, found, width);
  const mark = found && insideOpenEnd(input, band, found);
  const whole = wholeDomain(band, mark, input);
  if (whole) return single(input, band, mark, whole, width);
  return broken(input, band, mark ?? { low: 0, high: 0, at: 0 }, width);
}

interface Mark extends Domain {
  readonly at: number;
}

function markOf({ value, interval, members = [] }: JuxtaInput): Mark | undefined {
  const [first] = members;
  if (first !== undefined && members.every(Number.isFinite)) {
    const [low, high] = [Math.min(...members), Math.max(...members)];
    return { at: (low + high) / 2, low, high };
  }
  if (value !== undefined && Number.isFinite(value))
    return { at: value, low: interval?.low ?? value, high: interval?.high ?? value };
  if (!interval) return undefined;
  const end = interval.low ?? interval.high;
  // Over range without a known top: far beyond whatever is shown.
  const at = end === undefined ? Infinity : end;
  return { at, low: at, high: at };
}

/** Far beyond the open end of a band is still inside it: the mark stands in the slot, near that end. */
function insideOpenEnd({ low, high }: JuxtaInput, band: Domain, mark: Mark): Mark {
  const size = band.high - band.low;
  const at =
    high === undefined && mark.at > band.high
      ? band.high - size * 0.12
      : low === undefined && mark.at < band.low
        ? band.low + size * 0.12
        : undefined;
  return at === undefined ? mark : { at, low: at, high: at };
}

/** The band with a drawable end where it is open. */
function finiteBand({ low, high, value, floor }: JuxtaInput): Domain | undefined {
  if (low === undefined && high === undefined) return undefined;
  const largest = Math.max(Math.abs(low ?? 0), Math.abs(high ?? 0));
  const known = largest > LEAST_DRAWN ? largest : 1;
  const reach = value !== undefined && Number.isFinite(value) ? Math.abs(value) : 0;
  const bottom = low ?? Math.max(floor ?? -Infinity, (high ?? 0) - known);
  const top = high ?? Math.max(bottom + known * 0.5, reach < known * 2.5 ? reach * 1.1 : 0);
  return top - bottom > known * 1e-6
    ? { low: bottom, high: top }
    : { low: bottom - known * 0.05, high: top + known * 0.05 };
}

/**
 * One domain for slot and mark, or none when the slot would become too narrow. A mark inside the band needs no other
 * axis however doubtful it is: its block runs off the edge.
 */
function wholeDomain(band: Domain, mark: Mark | undefined, { floor }: JuxtaInput): Domain | undefined {
  const size = band.high - band.low;
  const isInside = mark !== undefined && mark.at >= band.low && mark.at <= band.high;
  const low = Math.min(band.low, mark?.low ?? band.low);
  const high = Math.max(band.high, mark?.high ?? band.high);
  const span = (high - low) * (1 + 2 * MARGIN);
  const fits = size / span >= LEAST_SLOT;
  if (!fits && !isInside) return undefined;
  const wanted = fits ? Math.max(span, size / MOST_SLOT) : size / LEAST_SLOT;
  const centre = fits ? (low + high) / 2 : (band.low + band.high) / 2;
  const start = centre - wanted / 2;
  // Nothing is drawn below the floor, save a little room for the mark at zero.
  const lowest = floor === undefined || band.low < floor ? start : Math.max(start, floor - wanted * 0.03);
  return { low: lowest, high: lowest + wanted };
}

function single(input: JuxtaInput, band: Domain, mark: Mark | undefined, domain: Domain, width: number): JuxtaAxis {
  const scale = scaleLinear([domain.low, domain.high], [0, width]);
  const slot = slotOf(input, band, scale);
  return {
    segments: [{ x0: 0, x1: width }],
    ticks: ticksOf(scale, Math.max(3, Math.round(width / 130)), input),
    slot,
    ...slotsOf(input, scale, width),
    ...membersOf(input, scale),
    ...alsoAt(input.also, (value) => Math.min(width, Math.max(0, scale(value)))),
    ...(mark ? marks(mark, scale, width, slot) : {}),
  };
}

function broken(input: JuxtaInput, band: Domain, mark: Mark, width: number): JuxtaAxis {
  const isAbove = mark.at > band.high;
  const near = isAbove ? { x0: 0, x1: width * NEAR_PART } : { x0: width * (1 - NEAR_PART), x1: width };
  const far = isAbove ? { x0: width * (1 - FAR_PART), x1: width } : { x0: 0, x1: width * FAR_PART };
  const size = band.high - band.low;
  const around = isAbove
    ? { low: band.low - size * 0.1, high: band.high + size * 0.8 }
    : { low: band.low - size * 0.5, high: band.high + size * 0.2 };
  const nearScale = scaleLinear([around.low, around.high], [near.x0, near.x1]);
  const slot = slotOf(input, band, nearScale);
  const farDomain = Number.isFinite(mark.at) ? domainAround(mark, input.floor) : undefined;
  const farScale = farDomain && scaleLinear([farDomain.low, farDomain.high], [far.x0, far.x1]);
  const at = farScale ? farScale(mark.at) : far.x1 - 8;
  const nearTicks = ticksOf(nearScale, 3, input);
  return {
    segments: [near, far],
    ticks: [...nearTicks, ...(farScale ? ticksOf(farScale, 3, input) : [])],
    slot,
    ...slotsOf(input, nearScale, width),
    ...(farScale ? membersOf(input, farScale) : {}),
    ...alsoAt(input.also, (value) => {
      const isNear = isAbove ? value <= around.high : value >= around.low;
      if (isNear) return Math.min(near.x1, Math.max(near.x0, nearScale(value)));
      return farScale ? Math.min(far.x1, Math.max(far.x0, farScale(value))) : far.x1 - 8;
    }),
    mark: at,
    ...(farScale && mark.high > mark.low ? { block: { x0: farScale(mark.low), x1: farScale(mark.high) } } : {}),
    thread: isAbove ? { x0: slot.x1, x1: at } : { x0: at, x1: slot.x0 },
    breakAt: (Math.min(near.x1, far.x1) + Math.max(near.x0, far.x0)) / 2,
  };
}

function domainAround(mark: Mark, floor: number | undefined): Domain {
  const half = Math.max((mark.high - mark.low) * 2, Math.abs(mark.at) * 0.12, LEAST_DRAWN);
  const low = floor === undefined ? mark.at - half : Math.max(floor - half * 0.1, mark.at - half);
  return { low, high: low + half * 2 };
}

/** No expected value: the mark alone. */
function lone(input: JuxtaInput, mark: Mark | undefined, width: number): JuxtaAxis {
  const segments = [{ x0: 0, x1: width }];
  if (!mark || !Number.isFinite(mark.at)) return { segments, ticks: [], ...(mark ? { mark: width - 8 } : {}) };
  const { low, high } = domainAround(mark, input.floor);
  const scale = scaleLinear([low, high], [0, width]);
  return { segments, ticks: ticksOf(scale, 4, input), ...membersOf(input, scale), ...marks(mark, scale, width) };
}

type Scale = (value: number) => number;

function slotOf(input: JuxtaInput, band: Domain, scale: Scale): NonNullable<JuxtaAxis['slot']> {
  return {
    x0: scale(band.low),
    x1: scale(band.high),
    openLeft: input.low === undefined,
    openRight: input.high === undefined,
  };
}

function membersOf({ members = [] }: JuxtaInput, scale: Scale): Pick<JuxtaAxis, 'members'> {
  return members.length < 2 ? {} : { members: members.map(scale) };
}

function alsoAt(also: number | undefined, scale: Scale): Pick<JuxtaAxis, 'also'> {
  return also === undefined || Number.isNaN(also) ? {} : { also: scale(also) };
}

function slotsOf({ bands = [] }: JuxtaInput, scale: Scale, width: number): Pick<JuxtaAxis, 'slots'> {
  if (bands.length < 2) return {};
  return {
    slots: bands.map(({ name, low, high }) => ({
      name,
      x0: low === undefined ? 0 : scale(low),
      x1: high === undefined ? width : scale(high),
    })),
  };
}

function marks(mark: Mark, scale: Scale, width: number, slot?: Span): Pick<JuxtaAxis, 'mark' | 'block' | 'thread'> {
  const at = scale(mark.at);
  const isRight = slot !== undefined && at > slot.x1;
  const isLeft = slot !== undefined && at < slot.x0;
  return {
    mark: at,
    ...(mark.high > mark.low
      ? { block: { x0: Math.max(0, scale(mark.low)), x1: Math.min(width, scale(mark.high)) } }
      : {}),
    ...(isRight ? { thread: { x0: slot.x1, x1: at } } : {}),
    ...(isLeft ? { thread: { x0: at, x1: slot.x0 } } : {}),
  };
}

function ticksOf(
  scale: ReturnType<typeof scaleLinear<number, number>>,
  count: number,
  { unit, floor }: JuxtaInput,
): readonly Tick[] {
  const values = scale.ticks(count).filter((value) => floor === undefined || value >= floor);
  const largest = Math.max(...values.map(Math.abs), 0);
  return apart(values.map((value) => ({ x: scale(value), label: tickLabel(value, largest, unit) })));
}

/** Widest a character of a tick's label is drawn, on a phone, and the gap to the next label. */
const CHARACTER = 14.5;
const GAP = 6;

/** Every second tick, until no label touches the next. */
function apart(ticks: readonly Tick[]): readonly Tick[] {
  const isTouching = ticks.slice(1).some(({ x, label }, index) => {
    const before = ticks[index];
    return before !== undefined && x - before.x < widthOf(before.label, label);
  });
  return isTouching ? apart(ticks.filter((_tick, index) => index % 2 === 0)) : ticks;
}

/** Room that two labels need between their middles. */
function widthOf(one: string, other: string): number {
  return ((one.length + other.length) / 2) * CHARACTER + GAP;
}

/** All ticks of a segment carry the prefix of its largest: 0.5 beside 1.5, not "500 m". The unit stands with the words. */
function tickLabel(value: number, largest: number, unit: UnitSymbol): string {
  const [, suffix = ''] = formatValue(largest, unit, 2).split('\u00a0');
  const prefix = suffix.slice(0, suffix.length - unit.length);
  const scaled = value / (TICK_FACTORS[prefix] ?? 1);
  const number = `${Number(scaled.toPrecision(6))}`.replace('-', '\u2212');
  return prefix === '' || value === 0 ? number : `${number}\u2009${prefix}`;
}

const TICK_FACTORS: Readonly<Record<string, number>> = { p: 1e-12, n: 1e-9, µ: 1e-6, m: 1e-3, k: 1e3, M: 1e6, G: 1e9 };
