import { DocumentError, formatValue, FUNCTIONS, inBase, readQuantity, type MeasurementFunction } from '../quantity';
import { thresholdsOf } from './common';
import type { ExpectationDocument, FollowsDocument, SustainedDocument, SwingDocument } from './expectation-document';
import type { Look, ResolvedExpectation } from './resolved-expectation';
import { nominalWords } from './tolerance';

type ResolveInner = (inner: ExpectationDocument) => ResolvedExpectation;

/** Minimum and maximum inside a band, and how far they are apart. */
export function resolveSwing(document: SwingDocument, measured: MeasurementFunction): ResolvedExpectation {
  const { dimension, unit } = FUNCTIONS[measured];
  const low = readQuantity(document.low, 'low', dimension);
  const high = readQuantity(document.high, 'high', dimension);
  if (inBase(low) > inBase(high))
    throw new DocumentError('low', `"${document.low}" is above "${document.high}".`, ['a low limit']);
  const amount = (text: string | undefined, path: string, fallback: number): number =>
    text === undefined ? fallback : inBase(readQuantity(text, path, dimension));
  const atLeast = amount(document.atLeast, 'atLeast', 0);
  const atMost = amount(document.atMost, 'atMost', Infinity);
  const span = `between ${nominalWords(low)} and ${nominalWords(high)}`;
  const over = document.over === undefined ? '' : ` in ${document.over}`;
  const words = atLeast > 0 ? `swings ${span}` : `stays ${span}`;
  const least = atLeast > 0 ? `, by at least ${formatValue(atLeast, unit)}${over}` : '';
  const most = Number.isFinite(atMost) ? `, by no more than ${formatValue(atMost, unit)}${over}` : '';
  return {
    ...thresholdsOf(document, measured),
    low: inBase(low),
    high: inBase(high),
    words,
    rule: `${words}${least}${most}`,
    judgeable: !low.assumed && !high.assumed,
    finite: true,
    motion: { kind: 'swing', atLeast, atMost },
  };
}

/** Something else that has to hold for a time. */
export function resolveSustained(document: SustainedDocument, resolve: ResolveInner): ResolvedExpectation {
  const inner = resolve(document.is);
  if (inner.motion || inner.looks || inner.balance)
    throw new DocumentError('is', `"${document.is.kind}" cannot be held for a time.`, ['nominal', 'range', 'state']);
  const time = readQuantity(document.for, 'for', 'time');
  const words = `${inner.words} for ${nominalWords(time)}`;
  return {
    ...inner,
    words,
    rule: `${inner.rule}, without dropping out for ${nominalWords(time)}`,
    source: document.source ?? inner.source,
    motion: { kind: 'sustained', seconds: inBase(time) },
  };
}

const DEFAULT_TIMES = 3;
const MOST_TIMES = 20;

/** The other state first, then the change, as often as asked. */
export function resolveFollows(
  document: FollowsDocument,
  measured: MeasurementFunction,
  resolve: ResolveInner,
): ResolvedExpectation {
  const { stimulus, times = DEFAULT_TIMES } = document;
  if (!Number.isInteger(times) || times < 1 || times > MOST_TIMES)
    throw new DocumentError('times', `Once to ${MOST_TIMES} times.`, ['3']);
  const before = resolve(document.before);
  const during = resolve(document.during);
  const looks = Array.from({ length: times }, (_each, index): readonly Look[] => [
    { id: `before-${index + 1}`, name: `before, ${index + 1} of ${times}`, expectation: before },
    { id: `during-${index + 1}`, name: `${stimulus}, ${index + 1} of ${times}`, expectation: during },
  ]).flat();
  const words = `${before.words}, then ${during.words} on "${stimulus}", ${times} times`;
  return {
    ...thresholdsOf(document, measured),
    low: -Infinity,
    high: Infinity,
    words,
    rule: words,
    judgeable: before.judgeable && during.judgeable,
    finite: false,
    looks,
  };
}
