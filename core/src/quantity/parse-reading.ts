import { FUNCTIONS, type MeasurementFunction } from './measurement-function';
import { normalise, parseAmount, type AmountContext, type ParsedAmount } from './parse-amount';
import { inBase, type Quantity } from './quantity';
import type { ParsedReading, Reading } from './reading';

export interface ReadingContext {
  readonly function: MeasurementFunction;
  /** A magnitude the reading is expected to be near, in the function's unit; settles m against M. */
  readonly around?: number;
}

const LONGEST = 200;
const OVER_RANGE = /^(OL|0L|O\.L|O\.L\.|0\.L)( ?[kKMG]?(Ω|ohm|ohms|V))?$/i;

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
  const parts = clean.split(/ ?; ?| \/(?= |$)/).map((part) => part.trim());
  if (parts.length === 1) return parseSingle(clean, context);
  if (parts.some((part) => part === '')) return failed('One place in the list is empty.', context);
  return parseList(parts, context);
}

function parseList(parts: readonly string[], context: ReadingContext): ParsedReading {
  const members: Reading[] = [];
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

function parseSingle(text: string, context: ReadingContext): ParsedReading {
  if (OVER_RANGE.test(text)) return { outcome: 'reading', reading: { kind: 'over-range' } };
  if (context.function === 'elapsed-time' && /^never$/i.test(text)) {
    return { outcome: 'reading', reading: { kind: 'never' } };
  }
  const span = SPAN.exec(text);
  if (span && context.function !== 'elapsed-time') return parseSpan(span, context);
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
): ParsedReading {
  if (parsed.outcome === 'error') return failed(parsed.message, context);
  if (parsed.outcome === 'ask') {
    const candidates = parsed.candidates.map((quantity): Reading => ({ kind, quantity }));
    return { outcome: 'ask', question: parsed.question, candidates };
  }
  const refusal = refuseSign(parsed.quantity, context);
  return refusal ?? { outcome: 'reading', reading: { kind, quantity: parsed.quantity } };
}

function parseSwing(lowText: string, highText: string, context: ReadingContext): ParsedReading {
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
  const inOrder = inBase(low.quantity) <= inBase(high.quantity);
  const [first, second] = inOrder ? [low.quantity, high.quantity] : [high.quantity, low.quantity];
  return { outcome: 'reading', reading: { kind: 'swing', low: first, high: second } };
}

/** "24..27 for 15 min", "24 for 90 s, 2 out": what was seen while it was watched, and how often it dropped out. */
const SPAN = /^(.+?) for ([^,]+?)(?:, ?(\d{1,4}) ?(?:out|drop-outs?))?$/i;

function parseSpan(found: RegExpExecArray, context: ReadingContext): ParsedReading {
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

function refuseSign(quantity: Quantity, context: ReadingContext): ParsedReading | undefined {
  const { neverNegative, name } = FUNCTIONS[context.function];
  if (!neverNegative || quantity.value >= 0) return undefined;
  return failed(`${name} cannot be negative. Swap the function or zero the meter.`, context);
}

function failed(message: string, context: ReadingContext): ParsedReading {
  return { outcome: 'error', message, accepted: FUNCTIONS[context.function].examples };
}
