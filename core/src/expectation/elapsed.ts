import { DocumentError, FUNCTIONS, inBase, readQuantity, type MeasurementFunction } from '../quantity';
import type { ElapsedDocument } from './expectation-document';
import type { ResolutionFacts } from './resolution-facts';
import type { ResolvedExpectation } from './resolved-expectation';
import { nominalWords, readFraction } from './tolerance';

/** Part of the chosen time a timer may be off by where nothing else is written; common practice, no source. */
const USUAL_TOLERANCE = 0.1;

/** A time between limits, or the one a setting chooses. Not judged while the position of the setting is not known. */
export function resolveElapsed(
  document: ElapsedDocument,
  measured: MeasurementFunction,
  { times = {} }: ResolutionFacts = {},
): ResolvedExpectation {
  if (FUNCTIONS[measured].dimension !== 'time')
    throw new DocumentError('kind', 'Elapsed time is expected of a reading of time.', ['"function": "elapsed-time"']);
  return document.bySetting === undefined ? betweenLimits(document) : chosenTime(document, document.bySetting, times);
}

function betweenLimits(document: ElapsedDocument): ResolvedExpectation {
  const { atLeast, atMost } = document;
  if (atLeast === undefined && atMost === undefined)
    throw new DocumentError('elapsed', 'Elapsed time has atLeast, atMost or bySetting.', [
      '{"kind":"elapsed","atMost":"20 s"}',
    ]);
  const low = atLeast === undefined ? 0 : inBase(readQuantity(atLeast, 'atLeast', 'time'));
  const high = atMost === undefined ? Infinity : inBase(readQuantity(atMost, 'atMost', 'time'));
  if (low > high) throw new DocumentError('atLeast', `"${atLeast}" is later than "${atMost}".`, ['a shorter time']);
  const words =
    atLeast === undefined
      ? `within ${atMost}`
      : atMost === undefined
        ? `not before ${atLeast}`
        : `${atLeast} to ${atMost}`;
  return { ...common(document, words), low, high, judgeable: true };
}

function chosenTime(
  document: ElapsedDocument,
  setting: string,
  times: Readonly<Record<string, string>>,
): ResolvedExpectation {
  const { oneOf = [], tolerance } = document;
  const chosen = Object.hasOwn(times, setting) ? times[setting] : undefined;
  if (chosen === undefined) {
    const words = `${oneOf.join(' or ') || 'a time'} by ${setting}, whose position was not read`;
    return { ...common(document, words), low: -Infinity, high: Infinity, judgeable: false };
  }
  const time = readQuantity(chosen, setting, 'time');
  const part = readFraction(tolerance, 'tolerance', USUAL_TOLERANCE);
  const middle = inBase(time);
  const words = `${nominalWords(time)} ±${Math.round(part * 100)} % by ${setting}`;
  return {
    ...common(document, words),
    low: middle * (1 - part),
    high: middle * (1 + part),
    of: middle,
    judgeable: true,
  };
}

function common(document: ElapsedDocument, words: string): Omit<ResolvedExpectation, 'low' | 'high' | 'judgeable'> {
  return {
    unit: 's',
    absentBelow: 0,
    partialBelow: 0,
    words,
    rule: document.event === undefined ? words : `${document.event}: ${words}`,
    source: document.source,
    finite: false,
  };
}
