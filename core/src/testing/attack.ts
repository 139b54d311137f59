import { resolveExpectation, type ExpectationDocument } from '../expectation';
import { MOST_LEAD_OHMS, type Meter, type MeterRange } from '../meter';
import { FUNCTIONS, parseReading, type MeasurementFunction, type Reading } from '../quantity';
import { judge, type Verdict } from '../verdict';

/** A quantity as it really is, what it should be, and how it comes to be typed. */
interface Attack {
  readonly function: MeasurementFunction;
  /** Base unit, with the sign the probes give it. */
  readonly truth: number;
  readonly document: ExpectationDocument;
  readonly meter: Meter;
  readonly text: string;
  readonly reading: Reading;
  readonly zero?: number;
}

export interface AttackReport {
  readonly cases: number;
  /** Cases in which a word was said, by the word. */
  readonly said: Readonly<Partial<Record<Verdict, number>>>;
  /** What the truth denies, in words. */
  readonly denied: readonly string[];
}

const MEASURED: readonly MeasurementFunction[] = [
  'ac-voltage',
  'dc-voltage',
  'resistance',
  'continuity',
  'ac-current',
  'dc-current',
  'capacitance',
];
/** Part of what a meter may err that it does err, before its display rounds. */
const MOST_ERROR = 0.6;

/**
 * Quantities, meters, probes turned, prefixes and leads at random; what is typed follows from the truth by the meter's own
 * data sheet, and no word that is said of it may be denied by that truth.
 */
export function attack(cases: number, meters: readonly Meter[], random: () => number): AttackReport {
  const said: Partial<Record<Verdict, number>> = {};
  const denied: string[] = [];
  for (let count = 0; count < cases; count += 1) {
    const each = someAttack(meters, random);
    if (!each) continue;
    const expectation = resolveExpectation(each.document, each.function);
    const { verdict, sentence } = judge({
      reading: each.reading,
      function: each.function,
      expectation,
      meter: each.meter,
      leads: each.zero === undefined ? {} : { zero: each.zero },
    });
    said[verdict] = (said[verdict] ?? 0) + 1;
    if (isDenied(verdict, each, expectation)) denied.push(`${each.truth} is "${verdict}": ${sentence}`);
  }
  return { cases, said, denied };
}

function someAttack(meters: readonly Meter[], random: () => number): Attack | undefined {
  const pick = <Item>(items: readonly Item[]): Item | undefined => items[Math.floor(random() * items.length)];
  const [measured, meter] = [pick(MEASURED), pick(meters)];
  const ranges = measured && meter?.functions.get(measured)?.ranges;
  if (!measured || !meter || !ranges || ranges.length === 0) return undefined;
  const { neverNegative, unit } = FUNCTIONS[measured];
  const top = ranges.at(-1)?.upTo ?? 1;
  // As often small as large: every range is met.
  const size = top * 10 ** (-7 * random() * random());
  const truth = neverNegative || random() < 0.5 ? size : -size;
  const leads = measured === 'resistance' || measured === 'continuity' ? MOST_LEAD_OHMS * random() : 0;
  const range = pick(ranges.filter(({ upTo }) => size + leads <= upTo));
  if (!range) return undefined;
  const steps = Math.round(shownBy(range, truth, leads, random) / range.resolution);
  const text = typed(neverNegative ? Math.max(0, steps) : steps, range, unit, random);
  if (text === undefined) return undefined;
  const parsed = parseReading(text, { function: measured });
  if (parsed.outcome !== 'reading') return undefined;
  const document = someDocument(measured, size, random);
  const isZeroed = random() < 0.5;
  return {
    function: measured,
    truth,
    document,
    meter,
    text,
    reading: parsed.reading,
    ...(isZeroed ? { zero: leads } : {}),
  };
}

function shownBy(range: MeterRange, truth: number, leads: number, random: () => number): number {
  const there = truth + leads;
  const error = Math.abs(there) * range.ofReading + range.counts * range.resolution;
  return there + (2 * random() - 1) * MOST_ERROR * error;
}

/** The digits of the display, with any prefix that can hold them; undefined where none can. */
function typed(steps: number, { resolution }: MeterRange, unit: string, random: () => number): string | undefined {
  const exponent = Math.round(Math.log10(resolution));
  const possible = (PREFIXES[unit] ?? []).filter(([, power]) => power >= exponent && power - exponent <= 9);
  const [prefix = '', power = 0] = possible[Math.floor(random() * possible.length)] ?? [];
  if (possible.length === 0) return undefined;
  const decimals = power - exponent;
  return `${(steps / 10 ** decimals).toFixed(decimals)} ${prefix}${unit}`;
}

/** What people type before a unit, with its power of ten. */
const PREFIXES: Readonly<Record<string, readonly (readonly [string, number])[]>> = {
  V: [
    ['m', -3],
    ['', 0],
    ['k', 3],
  ],
  A: [
    ['m', -3],
    ['', 0],
  ],
  Ω: [
    ['', 0],
    ['k', 3],
    ['M', 6],
  ],
  F: [
    ['n', -9],
    ['µ', -6],
  ],
};

function someDocument(measured: MeasurementFunction, size: number, random: () => number): ExpectationDocument {
  const { unit } = FUNCTIONS[measured];
  const about = size * (0.5 + random());
  const text = (value: number): string => (unit === 'F' ? `${inFull(value * 1e6)} µF` : `${inFull(value)} ${unit}`);
  switch (Math.floor(random() * 5)) {
    case 0:
      return { kind: 'limit', atMost: text(about) };
    case 1:
      return { kind: 'limit', atLeast: text(about) };
    case 2:
      return { kind: 'range', low: text(about * 0.8), high: text(about * 1.1) };
    case 3:
      return { kind: 'nominal', value: text(about * 20), tolerance: '10 %' };
    default:
      return { kind: 'nominal', value: text(about), tolerance: `${5 + Math.floor(random() * 20)} %` };
  }
}

/** Four digits of it, without a power of ten. */
function inFull(value: number): string {
  return Number(value.toPrecision(4))
    .toFixed(12)
    .replace(/\.?0+$/, '');
}

/** Whether the truth denies the word: inside what is called outside, outside what is called inside. */
function isDenied(
  verdict: Verdict,
  { function: measured, truth }: Attack,
  { low, high, of = NaN, turnable = false }: ReturnType<typeof resolveExpectation>,
): boolean {
  const size = Math.abs(truth);
  const isMagnitude = turnable && low <= 0 && high >= 0;
  const value = isMagnitude ? size : truth;
  const slack = 1e-9 * Math.max(size, Math.abs(low) < Infinity ? Math.abs(low) : 0);
  const isInside = value >= low - slack && value <= high + slack;
  switch (verdict) {
    case 'within':
      return !isInside;
    case 'absent':
      return isInside || size > 0.05 * Math.abs(of) + slack;
    case 'partial':
      return isInside || size > 0.5 * Math.abs(of) + slack;
    case 'low':
      return isInside || value > high;
    case 'high':
      return isInside || value < low;
    case 'open':
      return isInside || value < high;
    case 'shorted':
      return isInside || size > MOST_LEAD_OHMS;
    case 'reversed':
      return !turnable || isInside || measured === 'ac-voltage';
    default:
      return false;
  }
}
