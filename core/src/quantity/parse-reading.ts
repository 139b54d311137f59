import { FUNCTIONS, type MeasurementFunction } from './measurement-function';
import { normalise, parseAmount, type AmountContext, type ParsedAmount } from './parse-amount';
import { inBase, quantityFromDigits, type Quantity } from './quantity';
import type { ParsedReading, SingleReading } from './reading';

export interface ReadingContext {
  readonly function: MeasurementFunction;
  /** A magnitude the reading is expected to be near, in the function's unit; settles m against M. */
  readonly around?: number;
}

const LONGEST = 200;
const OVER_RANGE = /^(OL|0L|O\.L|O\.L\.|0\.L|∞|inf|infinite|infinity)( ?[kKMG]?(Ω|ohm|ohms|V))?$/i;
/** "230/231/229": three figures and more cannot be a fraction. */
const CLOSE_LIST = /^[^/]+(?:\/[^/]+){2,}$/;
/** Nothing a diode test shows is above this, in volts; common practice, no source. */
const MOST_DIODE_VOLTS = 10;
/** What people say of a contact in place of a figure, and what is typed for it. */
const IN_WORDS: Readonly<Record<string, string>> = {
  beep: 'the ohms beside the beep, or <50 where the meter shows none',
  beeps: 'the ohms beside the beep, or <50 where the meter shows none',
  closed: 'the ohms, or <50 where only the beeper is heard',
  open: 'OL',
  short: 'the digits, such as 0.3',
  zero: 'the digits, such as 0.02',
  nothing: 'the digits, such as 0.02',
  high: 'the digits, or > before the most it shows',
  low: 'the digits, such as 0.02',
  varies: '~ before what it shows about, or the ends as 18..26',
  unstable: '~ before what it shows about, or the ends as 18..26',
  jumping: '~ before what it shows about, or the ends as 18..26',
};

/**
 * Reads what a technician types for a measurement, with one thumb and without a unit where the step knows it.
 * The grammar, with examples, is in docs/formats/readings.md.
 *
 * @example parseReading('4k7', { function: 'resistance' }).outcome // "reading"
 */
export function parseReading(text: string, context: ReadingContext): ParsedReading {
  const clean = normalise(text);
  if (clean === '') return failed('Nothing typed yet.', context);
  if (clean.length > LONGEST) return failed(`This is longer than ${LONGEST} characters.`, context);
  const parts = clean.split(CLOSE_LIST.test(clean) ? /\// : / ?; ?| \/(?= |$)/).map((part) => part.trim());
  if (parts.length === 1) return parseSingle(clean, context);
  if (parts.some((part) => part === '')) return failed('One place in the list is empty.', context);
  return parseList(parts, context);
}

function parseList(parts: readonly string[], context: ReadingContext): ParsedReading {
  const members: SingleReading[] = [];
  for (const part of parts) {
    const parsed = parseSingle(part, context);
    if (parsed.outcome === 'error') return parsed;
    if (parsed.outcome === 'ask') {
      return failed(`"${part}" can be read in two ways; in a list, write its unit out.`, context);
    }
    members.push(parsed.reading);
  }
  return { outcome: 'reading', reading: { kind: 'list', members } };
}

function parseSingle(text: string, context: ReadingContext): ParsedReading<SingleReading> {
  if (OVER_RANGE.test(text)) return { outcome: 'reading', reading: { kind: 'over-range' } };
  if (FUNCTIONS[context.function].isTime && /^never$/i.test(text)) {
    return { outcome: 'reading', reading: { kind: 'never' } };
  }
  const instead = IN_WORDS[text.toLowerCase()];
  if (instead !== undefined) return failed(`Type what the meter shows: ${instead}.`, context);
  const span = SPAN.exec(text);
  if (span && !FUNCTIONS[context.function].isTime) return parseSpan(span, context);
  const swing = /^(.+?) ?(?:\.{2,3}|…) ?(.+)$/.exec(text);
  if (swing) return parseSwing(swing[1] ?? '', swing[2] ?? '', context);
  const marked = /^([<>~≈]) ?(.+)$/.exec(text);
  const kind = markKinds[marked?.[1] ?? ''] ?? 'value';
  return toReading(amountOf(marked?.[2] ?? text, context), kind, context);
}

const markKinds: Readonly<Record<string, 'above' | 'below' | 'unsteady'>> = {
  '>': 'above',
  '<': 'below',
  '~': 'unsteady',
  '≈': 'unsteady',
};

function toReading(
  parsed: ParsedAmount,
  kind: 'value' | 'above' | 'below' | 'unsteady',
  context: ReadingContext,
): ParsedReading<SingleReading> {
  if (parsed.outcome === 'error') return failed(parsed.message, context);
  if (parsed.outcome === 'ask') {
    const candidates = parsed.candidates.map((quantity): SingleReading => ({ kind, quantity }));
    return { outcome: 'ask', question: parsed.question, candidates };
  }
  const refusal = refuseSign(parsed.quantity, context);
  if (refusal) return refusal;
  const { quantity } = parsed;
  const isMillivolts = context.function === 'diode' && !parsed.hasUnit && Math.abs(quantity.value) > MOST_DIODE_VOLTS;
  if (!isMillivolts) return { outcome: 'reading', reading: { kind, quantity } };
  const thousandth = quantityFromDigits(
    Math.round(quantity.value * 10 ** -quantity.exponent),
    quantity.exponent - 3,
    'V',
  );
  return {
    outcome: 'ask',
    question: 'A diode test shows volts or millivolts: which are these?',
    candidates: [thousandth, quantity].map((each): SingleReading => ({ kind, quantity: each })),
  };
}

function parseSwing(lowText: string, highText: string, context: ReadingContext): ParsedReading<SingleReading> {
  const high = amountOf(highText, context);
  // "10..70 mV": the unit stands at the end and holds for both.
  const suffix = /[^\d.,+-].*$/.exec(highText)?.[0] ?? '';
  let low = amountOf(lowText, context);
  if (low.outcome === 'amount' && !low.hasUnit && suffix !== '') low = amountOf(`${lowText}${suffix}`, context);
  for (const end of [low, high]) {
    if (end.outcome === 'error') return failed(end.message, context);
    if (end.outcome === 'ask') return failed('A swing needs the unit written out on both ends.', context);
    const refusal = refuseSign(end.quantity, context);
    if (refusal) return refusal;
  }
  if (low.outcome !== 'amount' || high.outcome !== 'amount') return failed('A swing has two ends.', context);
  if (inBase(low.quantity) > inBase(high.quantity)) {
    // "24..3" is a swing the wrong way round, or a point pressed twice.
    const joined = amountOf(`${lowText}.${highText}`, context);
    const swing: SingleReading = { kind: 'swing', low: high.quantity, high: low.quantity };
    return joined.outcome === 'amount'
      ? {
          outcome: 'ask',
          question: `Does it swing between ${highText} and ${lowText}, or was the point pressed twice?`,
          candidates: [swing, { kind: 'value', quantity: joined.quantity }],
        }
      : failed(`A swing goes up: ${highText}..${lowText}.`, context);
  }
  return { outcome: 'reading', reading: { kind: 'swing', low: low.quantity, high: high.quantity } };
}

/** "24..27 for 15 min", "24 for 90 s, 2 out": what was seen while it was watched, and how often it dropped out. */
const SPAN = /^(.+?) for ([^,]+?)(?:, ?(\d{1,4}) ?(?:out|drop-outs?))?$/i;

function parseSpan(found: RegExpExecArray, context: ReadingContext): ParsedReading<SingleReading> {
  const [, seen = '', time = '', out = '0'] = found;
  const lasted = parseAmount(time, { dimension: 'time', unit: 's', prefix: 0 });
  if (lasted.outcome !== 'amount' || lasted.quantity.value <= 0)
    return failed(`"${time}" is no time; accepted: for 15 min, for 90 s.`, context);
  const read = parseSingle(seen, context);
  if (read.outcome !== 'reading') return read;
  const { reading } = read;
  const ends =
    reading.kind === 'swing'
      ? { low: reading.low, high: reading.high }
      : reading.kind === 'value'
        ? { low: reading.quantity, high: reading.quantity }
        : undefined;
  if (!ends) return failed('What was watched is a value or two ends.', context);
  return { outcome: 'reading', reading: { kind: 'span', ...ends, lasted: lasted.quantity, dropOuts: Number(out) } };
}

function amountOf(text: string, context: ReadingContext): ParsedAmount {
  const { dimension, unit, prefix, current } = FUNCTIONS[context.function];
  const amountContext: AmountContext = { dimension, unit, prefix, current, around: context.around };
  return parseAmount(text, amountContext);
}

function refuseSign(quantity: Quantity, context: ReadingContext): ParsedReading<SingleReading> | undefined {
  const { neverNegative, name } = FUNCTIONS[context.function];
  if (!neverNegative || quantity.value >= 0) return undefined;
  return failed(`${name} cannot be negative. Swap the function or zero the meter.`, context);
}

function failed(message: string, context: ReadingContext): ParsedReading<SingleReading> {
  return { outcome: 'error', message, accepted: FUNCTIONS[context.function].examples };
}
