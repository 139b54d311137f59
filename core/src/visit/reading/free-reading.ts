import { parseExpectation, resolveExpectation, type ResolvedExpectation } from '../../expectation';
import { FUNCTIONS, type MeasurementFunction, type Reading } from '../../quantity';
import { gradeHere, judgedHere, readTyped, recorded, refusalHere, type EnteredReading } from './enter-reading';
import { meterHere } from './meter-here';
import { resolutionFacts } from './resolution-facts';
import type { AsItStands } from '../../unit-model';
import { asItStands } from '../safety';
import { isFreeChart, isMeasuredCutOff, unmetForMeasuring, type Unmet } from '../walking';
import type { ReadingTaken, VisitContext, VisitState } from '../record';

/** What is to be measured, in the technician's words. */
export interface FreeLine {
  readonly function: MeasurementFunction;
  readonly from: string;
  readonly to: string;
  /** The expected value as one line; empty says it is not known. */
  readonly expects: string;
}

export interface FreeReading extends FreeLine {
  readonly text: string;
  /** The answer to an earlier question; replaces parsing the text. */
  readonly chosen?: Reading;
  /** Read in the meter's mode that loads the circuit. */
  readonly isLowImpedance?: boolean;
  /** Where it is not one's own figure. */
  readonly grade?: 'reported' | 'assumed';
}

/** A line that can be measured, with what stands in the way. */
export interface AskedFree {
  readonly function: MeasurementFunction;
  readonly from: string;
  readonly to: string;
  readonly expectation: ResolvedExpectation;
  readonly unmet: readonly Unmet[];
  /** Hands have cut its points off from every source: ohms count there whatever else is live. */
  readonly isCutOff?: boolean;
  /** Why it must not be measured with this meter. */
  readonly refusal?: string;
}

type Failure = Extract<EnteredReading, { outcome: 'error' }>;

/** What a free line asks for; an error names the part that cannot be read. Ohms ask for proven dead as everywhere. */
export function askedFree(context: VisitContext, state: VisitState, line: FreeLine): AskedFree | Failure {
  const parsed = parseExpectation(line.expects.trim() === '' ? 'unknown' : line.expects, line.function);
  if (parsed.outcome === 'error') return { ...parsed, message: `Expected: ${parsed.message}` };
  const asked = {
    function: line.function,
    from: context.wiring.pointOf(line.from),
    to: context.wiring.pointOf(line.to === '' && FUNCTIONS[line.function].isAtOnePlace ? line.from : line.to),
    expectation: resolveExpectation(parsed.document, line.function, resolutionFacts(context, state, line.function)),
  };
  const { function: measured, from, to } = asked;
  const method = { function: measured, from, to };
  const stands = (): AsItStands => asItStands(state);
  const unmet = unmetForMeasuring(context.wiring, method, state.conditions, stands);
  const isCutOff = isMeasuredCutOff(context.wiring, method, stands);
  const ready = { ...asked, unmet, ...(isCutOff ? { isCutOff } : {}) };
  const refusal = refusalHere(context, state, ready);
  return refusal === undefined ? ready : { ...ready, refusal };
}

/** Parses and judges a reading without a step. It never moves the position. Pure: the caller adds who, when and where. */
export function enterFreeReading(context: VisitContext, state: VisitState, entry: FreeReading): EnteredReading {
  const asked = askedFree(context, state, entry);
  if ('outcome' in asked) return asked;
  if (asked.from === '' || asked.to === '')
    return FUNCTIONS[asked.function].isAtOnePlace
      ? { outcome: 'error', message: 'Say where it was read.', accepted: ['supply air', 'bed 3', 'the coil'] }
      : { outcome: 'error', message: 'Say where the two probes go.', accepted: ['X1·3', 'coil A1', 'red wire'] };
  if (asked.refusal !== undefined)
    return { outcome: 'error', message: `Refused: ${asked.refusal}`, accepted: ['another meter'] };
  const parsed = readTyped(entry, asked, meterHere(context, state));
  if (parsed.outcome !== 'reading') return parsed;
  const expects = entry.expects.trim();
  const body: ReadingTaken = {
    type: 'reading-taken',
    function: asked.function,
    from: asked.from,
    to: asked.to,
    text: entry.text,
    reading: parsed.reading,
    judgement: judgedHere(context, state, asked, parsed.reading, entry.isLowImpedance),
    expectation: recorded(asked.expectation),
    ...(expects === '' ? {} : { expects }),
    ...(entry.isLowImpedance ? { isLowImpedance: true } : {}),
    grade: entry.grade ?? gradeHere(state),
    ...(state.meter === undefined ? {} : { meter: state.meter }),
  };
  return { outcome: 'event', body };
}

/** A visit that follows no chart: it stands at the one that proves dead, or at none. */
export function isFreeVisit(state: Pick<VisitState, 'procedure'>): boolean {
  return isFreeChart(state.procedure);
}

/** Free lines of a visit, the last used first, each once. */
export function usedBefore(state: VisitState): readonly FreeLine[] {
  const lines = new Map<string, FreeLine>();
  for (const { event, standing } of [...state.trail].reverse()) {
    if (event.type !== 'reading-taken' || event.step !== undefined || standing === 'retracted') continue;
    const line = { function: event.function, from: event.from, to: event.to, expects: event.expects ?? '' };
    const key = JSON.stringify(line);
    if (!lines.has(key)) lines.set(key, line);
  }
  return [...lines.values()];
}
