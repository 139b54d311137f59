import { resolveExpectation, type ExpectationDocument, type ResolvedExpectation } from '../../expectation';
import { methodOf, partMethod, type Conditions, type MeasurementStep } from '../../procedure';
import type { MeasurementFunction } from '../../quantity';
import { resolutionFacts } from './resolution-facts';
import type { EventOf, VisitContext, VisitState } from '../record';

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

/** What was read of each part since the position came here, after the last time the whole was judged. */
export function slotReadings(state: VisitState): ReadonlyMap<string, EventOf<'reading-taken'>> {
  return new Map(
    partsHere(state).flatMap((event) =>
      event.type === 'reading-taken' && event.judgement.verdict !== 'invalid'
        ? [[event.part ?? '', event as EventOf<'reading-taken'>] as const]
        : [],
    ),
  );
}

/** Parts waived in this round, with the reason. */
export function waivedParts(state: VisitState): ReadonlyMap<string, string> {
  return new Map(
    partsHere(state).flatMap((event) => (event.type === 'part-waived' ? [[event.part, event.reason] as const] : [])),
  );
}

type PartEvent = EventOf<'reading-taken'> | EventOf<'part-waived'>;

function partsHere(state: VisitState): readonly PartEvent[] {
  const events = state.trail.slice(state.arrivedAt).flatMap(({ event, standing }): readonly PartEvent[] => {
    if (standing !== 'walked') return [];
    if (event.type === 'part-waived') return [event as EventOf<'part-waived'>];
    return event.type === 'reading-taken' && event.step === state.step && event.part !== undefined
      ? [event as EventOf<'reading-taken'>]
      : [];
  });
  const judged = events.findLastIndex(({ joint }) => joint !== undefined);
  return events.slice(judged + 1);
}
