import { resolveExpectation, type ExpectationDocument, type ResolvedExpectation } from '../../expectation';
import { methodOf, partMethod, type Conditions, type MeasurementStep } from '../../procedure';
import type { MeasurementFunction } from '../../quantity';
import { resolutionFacts } from './resolution-facts';
import type { Verdict } from '../../verdict';
import type { EventOf, VisitContext, VisitEvent, VisitState } from '../record';

/** One of several readings a step takes in order: a part of a set, or one of several looks. */
export interface Slot {
  readonly id: string;
  readonly name: string;
  readonly function: MeasurementFunction;
  readonly from: string;
  readonly to: string;
  readonly requires?: Conditions;
  readonly expectation: ResolvedExpectation;
}

/** The readings a step takes in order; empty where it takes one. */
export function slotsOf(
  context: VisitContext,
  state: VisitState,
  step: MeasurementStep,
  method?: string,
): readonly Slot[] {
  return step.measure.set ? partSlots(context, state, step) : lookSlots(context, state, step, method);
}

/** How the parts are judged together; undefined where they have to agree. */
export function jointExpectation(
  context: VisitContext,
  state: VisitState,
  step: MeasurementStep,
  method?: string,
): ResolvedExpectation | undefined {
  const { expect, function: measured } = methodOf(step, method);
  const first = measured ?? step.measure.set?.[0]?.function;
  if (!expect || !first) return undefined;
  const resolved = resolveExpectation(expect, first, resolutionFacts(context, state, first));
  return resolved.balance || resolved.looks ? resolved : undefined;
}

const ANY: ExpectationDocument = { kind: 'unknown', finite: true };

function partSlots(context: VisitContext, state: VisitState, step: MeasurementStep): readonly Slot[] {
  const absolute = jointExpectation(context, state, step)?.balance?.absolute;
  return (step.measure.set ?? []).flatMap((part): Slot[] => {
    const { function: measured, from, to, requires, expect } = partMethod(step, part);
    if (!measured || from === undefined || to === undefined) return [];
    const own = expect ?? (absolute ? undefined : ANY);
    const expectation = own
      ? resolveExpectation(own, measured, resolutionFacts(context, state, measured))
      : (absolute ?? resolveExpectation(ANY, measured));
    const name = part.name ?? part.id.replaceAll('-', ' to ');
    return [{ id: part.id, name, function: measured, from, to, ...(requires ? { requires } : {}), expectation }];
  });
}

function lookSlots(
  context: VisitContext,
  state: VisitState,
  step: MeasurementStep,
  method: string | undefined,
): readonly Slot[] {
  const { function: measured, from, to, requires, expect } = methodOf(step, method);
  if (expect?.kind !== 'follows' || !measured || from === undefined || to === undefined) return [];
  const { looks = [] } = resolveExpectation(expect, measured, resolutionFacts(context, state, measured));
  return looks.map(({ id, name, expectation }) => ({
    id,
    name,
    function: measured,
    from,
    to,
    ...(requires ? { requires } : {}),
    expectation,
  }));
}

/** What was read and waived of a set's parts, each once or not at all. */
export interface Round {
  readonly read: ReadonlyMap<string, EventOf<'reading-taken'>>;
  /** Parts waived, with the reason. */
  readonly waived: ReadonlyMap<string, string>;
  /** What readings too close to call were taken for since, by the reading's id. */
  readonly accepted: ReadonlyMap<string, Verdict>;
}

/** The round that stands open here: what was read since the position came here or the whole was judged last. */
export function openRound(state: VisitState): Round {
  const events = partsHere(state);
  return roundOf(state, events.slice(lastJudged(events) + 1));
}

/** The round judged last, while no part has been read again since. */
export function judgedRound(state: VisitState): Round | undefined {
  const events = partsHere(state);
  const last = lastJudged(events);
  if (last < 0 || last < events.length - 1) return undefined;
  return roundOf(state, events.slice(lastJudged(events.slice(0, last)) + 1));
}

/** What was read of each part since the position came here, after the last time the whole was judged. */
export function slotReadings(state: VisitState): ReadonlyMap<string, EventOf<'reading-taken'>> {
  return openRound(state).read;
}

/** Parts waived in this round, with the reason. */
export function waivedParts(state: VisitState): ReadonlyMap<string, string> {
  return openRound(state).waived;
}

type PartEvent = EventOf<'reading-taken'> | EventOf<'part-waived'>;

function roundOf(state: VisitState, events: readonly PartEvent[]): Round {
  const accepted = walkedHere(state).flatMap((event) =>
    event.type === 'undecided-accepted' ? [[event.reading, event.verdict] as const] : [],
  );
  return {
    read: new Map(
      events.flatMap((event) =>
        event.type === 'reading-taken' && event.judgement.verdict !== 'invalid'
          ? [[event.part ?? '', event as EventOf<'reading-taken'>] as const]
          : [],
      ),
    ),
    waived: new Map(
      events.flatMap((event) => (event.type === 'part-waived' ? [[event.part, event.reason] as const] : [])),
    ),
    accepted: new Map(accepted),
  };
}

function lastJudged(events: readonly PartEvent[]): number {
  return events.findLastIndex(({ joint }) => joint !== undefined);
}

function partsHere(state: VisitState): readonly PartEvent[] {
  return walkedHere(state).flatMap((event): readonly PartEvent[] => {
    if (event.type === 'part-waived') return [event as EventOf<'part-waived'>];
    return event.type === 'reading-taken' && event.step === state.step && event.part !== undefined
      ? [event as EventOf<'reading-taken'>]
      : [];
  });
}

function walkedHere(state: VisitState): readonly VisitEvent[] {
  return state.trail.slice(state.arrivedAt).flatMap(({ event, standing }) => (standing === 'walked' ? [event] : []));
}
