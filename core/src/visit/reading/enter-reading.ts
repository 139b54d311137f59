import { resolveExpectation, type ExpectationDocument, type ResolvedExpectation } from '../../expectation';
import {
  branchFor,
  conditionsDuring,
  isOverZeroBand,
  methodOf,
  outcomesOf,
  type MeasurementStep,
  type MeasuringMethod,
} from '../../procedure';
import { beyondMeter, type Meter } from '../../meter';
import {
  FUNCTIONS,
  inBase,
  parseReading,
  readQuantity,
  type MeasurementFunction,
  type ParsedReading,
  type Reading,
} from '../../quantity';
import type { AsItStands } from '../../unit-model';
import { judge, type JointJudgement, type Judgement } from '../../verdict';
import { chainAsked, chainJoint } from './chain-step';
import {
  asItStands,
  meterRefusal,
  highestVolts,
  pairExpectation,
  proofRefusal,
  proofTasks,
  provenDead,
  leastLive,
  showsLive,
  type ProofTask,
} from '../safety';
import { resolutionFacts } from './resolution-facts';
import { jointOfParts } from './joint-of-parts';
import { meterHere } from './meter-here';
import { slotReadings, slotsOf, waivedParts, type Slot } from './slots';
import { currentStep, isMeasuredCutOff, unmetForMeasuring, unmetWait, type Unmet } from '../walking';
import { strayAt } from './stray';
import {
  measuredOutcome,
  type EventEnvelope,
  type MeterProven,
  type ReadingTaken,
  type RecordedExpectation,
  type VisitContext,
  type VisitState,
} from '../record';

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
  /** Read in the meter's mode that loads the circuit. */
  readonly isLowImpedance?: boolean;
  /** Wall time now; without it no wait is checked. */
  readonly at?: string;
  /** The point of a chain the technician prefers to the one offered. */
  readonly point?: string;
  /** Where it is not one's own figure. */
  readonly grade?: 'reported' | 'assumed';
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
  /** Which of several readings is next. */
  readonly slot?: { readonly id: string; readonly name: string; readonly number: number; readonly of: number };
  /** Hands have cut its points off from every source: ohms count there whatever else is live. */
  readonly isCutOff?: boolean;
  /** Why it must not be measured with this meter. */
  readonly refusal?: string;
}

/** A meter check on a known source is shown beside any voltage that proves it alive. */
function knownLive(nominal: number, current: 'ac' | 'dc'): ExpectationDocument {
  const source = current === 'ac' ? 'any source known to be live' : 'any source known to be live: a battery will do';
  return { kind: 'limit', atLeast: `${leastLive(nominal, current)} V`, source };
}

/** What the current step asks to be read; undefined when it is no measurement or a proof is complete. */
export function askedReading(
  context: VisitContext,
  state: VisitState,
  method?: string,
  at?: string,
  point?: string,
): Asked | undefined {
  const step = currentStep(context, state);
  if (step?.kind !== 'measurement') return undefined;
  if (step.measure.chain) return askedChain(context, state, step, point);
  return step.measure.proofOfDead ? askedProof(context, state, step) : askedMethod(context, state, step, method, at);
}

function askedMethod(
  context: VisitContext,
  state: VisitState,
  step: MeasurementStep,
  name: string | undefined,
  at: string | undefined,
): Asked | undefined {
  const method = methodOf(step, name);
  const slots = slotsOf(context, state, step, name);
  const next = nextSlot(state, slots);
  const { function: measured, from, to } = next ?? method;
  if (measured === undefined || from === undefined || to === undefined) return undefined;
  const holding = conditionsDuring(step, state.conditions);
  const stands = (): AsItStands => asItStands(state);
  const required = (next ?? method).requires ?? {};
  const expectation =
    next?.expectation ??
    resolveExpectation(method.expect ?? { kind: 'unknown' }, measured, resolutionFacts(context, state, measured));
  const wait = unmetWait(required.after, state, at);
  const { testVoltage } = method;
  const refusal = refusalHere(context, state, { function: measured, from, to, expectation, testVoltage });
  return {
    step,
    function: measured,
    from,
    to,
    expectation,
    unmet: [...unmetForMeasuring(context.wiring, next ?? method, holding, stands), ...(wait ? [wait] : [])],
    ...(isMeasuredCutOff(context.wiring, next ?? method, stands) ? { isCutOff: true } : {}),
    ...(next ? { slot: { id: next.id, name: next.name, number: slots.indexOf(next) + 1, of: slots.length } } : {}),
    ...(refusal === undefined ? {} : { refusal }),
  };
}

function askedChain(
  context: VisitContext,
  state: VisitState,
  step: MeasurementStep,
  point: string | undefined,
): Asked | undefined {
  const asked = chainAsked(context, state, step, point);
  if (!asked) return undefined;
  const unmet = unmetForMeasuring(context.wiring, methodOf(step), conditionsDuring(step, state.conditions), () =>
    asItStands(state),
  );
  const refusal = refusalHere(context, state, asked);
  return { step, ...asked, unmet, ...(refusal === undefined ? {} : { refusal }) };
}

/** The first part that was not read yet; the first of all where every one was, since the whole is then read again. */
function nextSlot(state: VisitState, slots: readonly Slot[]): Slot | undefined {
  if (slots.length === 0) return undefined;
  const read = slotReadings(state);
  const waived = waivedParts(state);
  return slots.find(({ id }) => !read.has(id) && !waived.has(id)) ?? slots[0];
}

/** Why the visit's meter must not be connected there. */
export function refusalHere(
  context: VisitContext,
  state: VisitState,
  {
    function: measured,
    from,
    to,
    expectation,
    testVoltage,
  }: Pick<Asked, 'function' | 'from' | 'to' | 'expectation'> & Pick<MeasuringMethod, 'testVoltage'>,
): string | undefined {
  const { of } = expectation;
  const isVolts = FUNCTIONS[measured].dimension === 'voltage';
  const testVolts = testVoltage === undefined ? undefined : inBase(readQuantity(testVoltage, 'testVoltage', 'voltage'));
  const about = {
    function: measured,
    from,
    to,
    ...(isVolts && of !== undefined ? { of } : {}),
    ...(testVolts === undefined ? {} : { testVolts }),
  };
  return meterRefusal(context.wiring, state, meterHere(context, state), about);
}

function askedProof(context: VisitContext, state: VisitState, step: MeasurementStep): Asked | undefined {
  const task = proofTasks(context, state, step).find((each) => !each.done);
  if (!task) return undefined;
  const supplies = step.measure.proofOfDead ?? [];
  const cannot = proofRefusal(context, meterHere(context, state), supplies, step.measure.place);
  if (task.kind === 'meter') {
    const measured = `${task.current}-voltage` as const;
    const expectation = resolveExpectation(knownLive(highestVolts(context, supplies), task.current), measured);
    const asked: Asked = { step, function: measured, from: '', to: '', expectation, unmet: [], proof: task };
    return cannot === undefined ? asked : { ...asked, refusal: cannot };
  }
  const { pair, current, limit } = task;
  const { function: measured, expectation } = pairExpectation(limit, current);
  const { from, to } = pair;
  const refusal = cannot ?? refusalHere(context, state, { function: measured, from, to, expectation });
  return {
    step,
    function: measured,
    expectation,
    from,
    to,
    unmet: [],
    proof: task,
    ...(refusal === undefined ? {} : { refusal }),
  };
}

/** Parses and judges what was typed for the current step. Pure: the caller adds who, when and where. */
export function enterReading(context: VisitContext, state: VisitState, entry: ReadingEntry): EnteredReading {
  const asked = askedReading(context, state, entry.method, entry.at, entry.point);
  if (!asked) return { outcome: 'error', message: 'This step takes no reading.', accepted: [] };
  if (asked.refusal !== undefined)
    return { outcome: 'error', message: `Refused: ${asked.refusal}`, accepted: ['another meter'] };
  const parsed = readTyped(entry, asked, meterHere(context, state));
  if (parsed.outcome !== 'reading') return parsed;
  const { reading } = parsed;
  if ((asked.proof ?? asked.slot) && reading.kind === 'list') {
    return {
      outcome: 'error',
      message: 'One reading at a time here; the next one is asked for by itself.',
      accepted: ['0.2'],
    };
  }
  return asked.proof?.kind === 'meter'
    ? meterCheck(context, state, asked, entry.text, reading, asked.proof, entry.at)
    : { outcome: 'event', body: readingBody(context, state, asked, entry, reading) };
}

/** What was typed, as a figure that this meter can have shown. */
export function readTyped(
  { text, chosen }: Pick<ReadingEntry, 'text' | 'chosen'>,
  { function: measured, expectation }: Pick<Asked, 'function' | 'expectation'>,
  meter: Meter | undefined,
): ParsedReading {
  const parsed = chosen
    ? ({ outcome: 'reading', reading: chosen } as const)
    : parseReading(text, { function: measured, around: magnitudeOf(expectation) });
  const beyond = parsed.outcome === 'reading' ? beyondMeter(parsed.reading, measured, meter) : undefined;
  return beyond === undefined ? parsed : { outcome: 'error', message: beyond, accepted: FUNCTIONS[measured].examples };
}

/** A reading judged with the visit's meter and leads, under the conditions that hold. */
export function judgedHere(
  context: VisitContext,
  state: VisitState,
  asked: Pick<Asked, 'function' | 'from' | 'to' | 'expectation' | 'unmet'>,
  reading: Reading,
  isLowImpedance = false,
): Judgement {
  const meter = meterHere(context, state);
  const stray = strayAt(context.wiring, state.conditions, asked, asked.function, asked.expectation.of, meter);
  return judge({
    reading,
    function: asked.function,
    expectation: asked.expectation,
    meter,
    leads: { zero: state.leadZero },
    isLowImpedance,
    ...(stray ? { stray } : {}),
    invalidBecause: asked.unmet.map((unmet) => unmet.words),
  });
}

/** A magnitude to settle m against M by. */
export function magnitudeOf({ of, low, high }: ResolvedExpectation): number | undefined {
  return of ?? [high, low].find((limit) => Number.isFinite(limit) && limit !== 0);
}

/** Where the next event would stand in the log: on the same device, now, or as the last one where nobody says when. */
function envelopeNow(state: VisitState, at: string | undefined): EventEnvelope {
  const last = state.trail.at(-1)?.event;
  const nothing = { id: '', visit: '', deviceSeq: 0, seenSeq: 0 };
  return {
    ...nothing,
    by: last?.by ?? '',
    device: last?.device ?? '',
    monotonic: last?.monotonic ?? 0,
    at: at ?? last?.at ?? '',
  };
}

function meterCheck(
  context: VisitContext,
  state: VisitState,
  asked: Asked,
  text: string,
  reading: Reading,
  { when, current }: Extract<ProofTask, { readonly kind: 'meter' }>,
  at: string | undefined,
): EnteredReading {
  const body: MeterProven = {
    type: 'meter-proven',
    step: state.step,
    when,
    current,
    text,
    reading,
    shows: showsLive(reading, highestVolts(context, asked.step.measure.proofOfDead ?? []), current),
  };
  const next = branchFor(asked.step.branches, 'within', true);
  const completes = provenDead(context, state, { ...envelopeNow(state, at), ...body }).length > 0;
  return { outcome: 'event', body: completes && next !== undefined ? { ...body, next } : body };
}

function readingBody(
  context: VisitContext,
  state: VisitState,
  asked: Asked,
  entry: ReadingEntry,
  reading: Reading,
): ReadingTaken {
  const { expectation, step, proof, slot } = asked;
  const judgement = judgedHere(context, state, asked, reading, entry.isLowImpedance);
  const joint = slot && jointHere(context, state, asked, entry.method, reading, judgement);
  // A pair that is dead goes on to the next pair; only a live one leaves the step.
  const staysHere = slot ? joint === undefined : proof !== undefined && judgement.verdict === 'within';
  const outcome = measuredOutcome({ judgement, ...(joint ? { joint } : {}) });
  const next = staysHere
    ? undefined
    : branchFor(outcomesOf(step, entry.method).branches, outcome, isOverZeroBand(methodOf(step, entry.method)));
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
    ...(slot ? { part: slot.id } : {}),
    ...(joint ? { joint } : {}),
    ...(entry.isLowImpedance ? { isLowImpedance: true } : {}),
    ...(next === undefined ? {} : { next }),
    grade: entry.grade ?? gradeHere(state),
    ...(state.meter === undefined ? {} : { meter: state.meter }),
    ...(proof?.kind === 'pair'
      ? { proof: { supply: proof.pair.supply, name: proof.pair.name, current: proof.current } }
      : {}),
  };
}

/** What all parts come to, once this one was the last; undefined while others are still to be read. */
function jointHere(
  context: VisitContext,
  state: VisitState,
  asked: Asked,
  method: string | undefined,
  reading: Reading,
  judgement: Judgement,
): JointJudgement | undefined {
  if (judgement.verdict === 'invalid') return undefined;
  const { step, slot } = asked;
  if (step.measure.chain) return chainJoint(context, state, step, asked, judgement);
  const { verdict, sentence } = judgement;
  return jointOfParts(context, state, asked, method, {
    id: slot?.id ?? '',
    name: slot?.name ?? '',
    function: asked.function,
    verdict,
    sentence,
    reading,
  });
}

/** What the technician reads is measured; what someone at the machine reads out to them is reported. */
export function gradeHere(state: VisitState): 'measured' | 'reported' {
  return state.opened?.reporter === undefined ? 'measured' : 'reported';
}

/** An expectation as it is stored: limits that are infinite are left out, so that it survives JSON. */
export function recorded(expectation: ResolvedExpectation): RecordedExpectation {
  const { low, high, unit, of, words, rule, source, alternatives, caveat } = expectation;
  const finite = (ends: { readonly low: number; readonly high: number }): { low?: number; high?: number } => ({
    ...(Number.isFinite(ends.low) ? { low: ends.low } : {}),
    ...(Number.isFinite(ends.high) ? { high: ends.high } : {}),
  });
  const bands = alternatives?.map((each) => ({ name: each.name, ...finite(each.expectation) }));
  return {
    ...finite({ low, high }),
    unit,
    ...(of === undefined ? {} : { of }),
    words,
    rule,
    ...(source === undefined ? {} : { source }),
    ...(caveat ? { caveat: caveat.words } : {}),
    ...(bands ? { bands } : {}),
  };
}
