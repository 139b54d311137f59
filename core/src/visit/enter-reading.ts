import { resolveExpectation, type ExpectationDocument, type ResolvedExpectation } from '../expectation';
import {
  branchFor,
  conditionsDuring,
  isOverZeroBand,
  methodOf,
  requirementsOf,
  type MeasurementStep,
  type MeasuringMethod,
} from '../procedure';
import { parseReading, type MeasurementFunction, type Reading } from '../quantity';
import { judge, type Judgement } from '../verdict';
import { currentStep } from './steps';
import { pairExpectation, proofTasks, provenDead, showsLive, type ProofTask } from './proof-of-dead';
import { settingTimes } from './setting-times';
import { unmetConditions, type Unmet } from './unmet';
import type { MeterProven, ReadingTaken, RecordedExpectation } from './visit-event';
import type { VisitContext, VisitState } from './visit-state';

/** What typing a reading comes to: an event to log, a question, or an error that keeps the typed text. */
export type EnteredReading =
  | { readonly outcome: 'event'; readonly body: ReadingTaken | MeterProven }
  | { readonly outcome: 'ask'; readonly question: string; readonly candidates: readonly Reading[] }
  | { readonly outcome: 'error'; readonly message: string; readonly accepted: readonly string[] };

export interface ReadingEntry {
  readonly text: string;
  readonly method?: string;
  /** The answer to an earlier question; replaces parsing the text. */
  readonly chosen?: Reading;
}

/** What the current step wants read, ready to be shown and judged. */
export interface Asked {
  readonly step: MeasurementStep;
  readonly function: MeasurementFunction;
  readonly from: string;
  readonly to: string;
  readonly expectation: ResolvedExpectation;
  readonly unmet: readonly Unmet[];
  /** The next task of a proof of dead; undefined for an ordinary measurement. */
  readonly proof?: ProofTask;
}

/** A meter check on a known source is shown beside any voltage that proves it alive. */
const KNOWN_LIVE: ExpectationDocument = { kind: 'limit', atLeast: '10 V', source: 'any source known to be live' };

/** What the current step asks to be read; undefined when it is no measurement or a proof is complete. */
export function askedReading(context: VisitContext, state: VisitState, method?: string): Asked | undefined {
  const step = currentStep(context, state);
  if (step?.kind !== 'measurement') return undefined;
  return step.measure.proofOfDead
    ? askedProof(context, state, step)
    : askedMethod(context, state, step, methodOf(step, method));
}

function askedMethod(
  context: VisitContext,
  state: VisitState,
  step: MeasurementStep,
  method: MeasuringMethod,
): Asked | undefined {
  const { function: measured, from, to } = method;
  if (measured === undefined || from === undefined || to === undefined) return undefined;
  const holding = conditionsDuring(step, state.conditions);
  return {
    step,
    function: measured,
    from,
    to,
    expectation: resolveExpectation(method.expect ?? { kind: 'unknown' }, measured, settingTimes(context, state)),
    unmet: unmetConditions(context.model, requirementsOf(context.model, method), holding),
  };
}

function askedProof(context: VisitContext, state: VisitState, step: MeasurementStep): Asked | undefined {
  const task = proofTasks(context, state, step).find((each) => !each.done);
  if (!task) return undefined;
  if (task.kind === 'meter') {
    const expectation = resolveExpectation(KNOWN_LIVE, 'ac-voltage');
    return { step, function: 'ac-voltage', from: '', to: '', expectation, unmet: [], proof: task };
  }
  const { pair, current, limit } = task;
  return { step, ...pairExpectation(limit, current), from: pair.from, to: pair.to, unmet: [], proof: task };
}

/** Parses and judges what was typed for the current step. Pure: the caller adds who, when and where. */
export function enterReading(context: VisitContext, state: VisitState, entry: ReadingEntry): EnteredReading {
  const asked = askedReading(context, state, entry.method);
  if (!asked) return { outcome: 'error', message: 'This step takes no reading.', accepted: [] };
  const parsed = entry.chosen
    ? ({ outcome: 'reading', reading: entry.chosen } as const)
    : parseReading(entry.text, { function: asked.function, around: magnitudeOf(asked.expectation) });
  if (parsed.outcome !== 'reading') return parsed;
  const { reading } = parsed;
  if (asked.proof && reading.kind === 'list') {
    return {
      outcome: 'error',
      message: 'One reading at a time here; the next pair is asked for by itself.',
      accepted: ['0.2'],
    };
  }
  return asked.proof?.kind === 'meter'
    ? meterCheck(context, state, asked, entry.text, reading, asked.proof.when)
    : { outcome: 'event', body: readingBody(context, state, asked, entry, reading) };
}

/** A reading judged with the visit's meter and leads, under the conditions that hold. */
export function judgedHere(
  context: VisitContext,
  state: VisitState,
  asked: Pick<Asked, 'function' | 'expectation' | 'unmet'>,
  reading: Reading,
): Judgement {
  return judge({
    reading,
    function: asked.function,
    expectation: asked.expectation,
    meter: state.meter === undefined ? undefined : context.meters[state.meter],
    leads: { zero: state.leadZero },
    invalidBecause: asked.unmet.map((unmet) => unmet.words),
  });
}

/** A magnitude to settle m against M by. */
export function magnitudeOf({ of, low, high }: ResolvedExpectation): number | undefined {
  return of ?? [high, low].find((limit) => Number.isFinite(limit) && limit !== 0);
}

function meterCheck(
  context: VisitContext,
  state: VisitState,
  asked: Asked,
  text: string,
  reading: Reading,
  when: 'before' | 'after',
): EnteredReading {
  const body: MeterProven = { type: 'meter-proven', step: state.step, when, text, reading, shows: showsLive(reading) };
  const next = branchFor(asked.step.branches, 'within', true);
  const envelope = { id: '', visit: '', device: '', deviceSeq: 0, seenSeq: 0, at: '', monotonic: 0, by: '' };
  const completes = provenDead(context, state, { ...envelope, ...body }).length > 0;
  return { outcome: 'event', body: completes && next !== undefined ? { ...body, next } : body };
}

function readingBody(
  context: VisitContext,
  state: VisitState,
  asked: Asked,
  entry: ReadingEntry,
  reading: Reading,
): ReadingTaken {
  const { expectation, step, proof } = asked;
  const judgement = judgedHere(context, state, asked, reading);
  // A pair that is dead goes on to the next pair; only a live one leaves the step.
  const staysHere = proof !== undefined && judgement.verdict === 'within';
  const next = staysHere
    ? undefined
    : branchFor(step.branches, judgement.verdict, isOverZeroBand(methodOf(step, entry.method)));
  return {
    type: 'reading-taken',
    step: state.step,
    ...(entry.method === undefined ? {} : { method: entry.method }),
    function: asked.function,
    from: asked.from,
    to: asked.to,
    text: entry.text,
    reading,
    judgement,
    expectation: recorded(expectation),
    ...(next === undefined ? {} : { next }),
    grade: gradeHere(state),
    ...(state.meter === undefined ? {} : { meter: state.meter }),
    ...(proof?.kind === 'pair'
      ? { proof: { supply: proof.pair.supply, name: proof.pair.name, current: proof.current } }
      : {}),
  };
}

/** What the technician reads is measured; what someone at the machine reads out to them is reported. */
export function gradeHere(state: VisitState): 'measured' | 'reported' {
  return state.opened?.reporter === undefined ? 'measured' : 'reported';
}

/** An expectation as it is stored: limits that are infinite are left out, so that it survives JSON. */
export function recorded(expectation: ResolvedExpectation): RecordedExpectation {
  const { low, high, unit, of, words, rule, source } = expectation;
  return {
    ...(Number.isFinite(low) ? { low } : {}),
    ...(Number.isFinite(high) ? { high } : {}),
    unit,
    ...(of === undefined ? {} : { of }),
    words,
    rule,
    ...(source === undefined ? {} : { source }),
  };
}
