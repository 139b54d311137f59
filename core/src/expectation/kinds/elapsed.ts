import { DocumentError, FUNCTIONS, inBase, readQuantity, type MeasurementFunction } from '../../quantity';
import type { ExpectationCommon } from '../expectation-common';
import type { ExpectationKind } from '../expectation-kind';
import type { ResolutionFacts } from '../resolution-facts';
import type { ResolvedExpectation } from '../resolved-expectation';
import { nominalWords, readFraction } from '../tolerance';

export interface ElapsedDocument extends ExpectationCommon {
  readonly kind: 'elapsed';
  /** What is timed, from what to what: "fan off after the call ends". */
  readonly event?: string;
  readonly atLeast?: string;
  readonly atMost?: string;
  /** Address of the setting that chooses the time, such as "BC.S2"; its position has to be read first. */
  readonly bySetting?: string;
  /** The times the setting chooses from. */
  readonly oneOf?: readonly string[];
  /** Of the time the setting chooses; default 10 %. */
  readonly tolerance?: string;
}

export const elapsedKind: ExpectationKind<ElapsedDocument> = {
  resolve: (document, { measured, facts }) => resolveElapsed(document, measured, facts),
  format: (document) => {
    if (document.atLeast !== undefined && document.atMost !== undefined)
      return `${document.atLeast}..${document.atMost}`;
    if (document.atMost !== undefined) return `< ${document.atMost}`;
    return document.atLeast === undefined ? 'unknown' : `> ${document.atLeast}`;
  },
  lines: [],
  example: ['> 20 s', 'elapsed-time'],
};

/** Part of the chosen time a timer may be off by where nothing else is written; common practice, no source. */
const USUAL_TOLERANCE = 0.1;

/** A time between limits, or the one a setting chooses. Not judged while the position of the setting is not known. */
function resolveElapsed(
  document: ElapsedDocument,
  measured: MeasurementFunction,
  { times = {} }: ResolutionFacts,
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
    const needs = { kind: 'setting', setting } as const;
    return { ...common(document, words), low: -Infinity, high: Infinity, judgeable: false, needs };
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
