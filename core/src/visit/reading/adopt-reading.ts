import { FUNCTIONS } from '../../quantity';

import { branchFor } from '../../procedure';
import { setUpKey } from './chain-readings';
import { chainJoint, chainProgress } from './chain-step';
import { askedReading, enterReading, type Asked } from './enter-reading';
import type { EventOf, ReadingTaken, VisitContext, VisitState } from '../record';

/** A free reading that answers the current step, and the event that takes it for the step. */
export interface Adoption {
  readonly reading: EventOf<'reading-taken'>;
  readonly body: ReadingTaken;
}

/**
 * The newest free reading of the points and function the current step asks for, taken under conditions that have held
 * ever since and that the step requires. For a chain it is the last of the readings that have located the break
 * already, wherever they were taken. Undefined where there is none, or the step needs a proof.
 */
export function adoptableReading(context: VisitContext, state: VisitState, method?: string): Adoption | undefined {
  const asked = askedReading(context, state, method);
  if (asked?.step.measure.chain) return adoptableChain(context, state, asked);
  if (!asked || asked.proof || asked.slot || asked.unmet.length > 0) return undefined;
  const reading = sinceLastChange(state).findLast((event) => answers(context, event, asked));
  if (!reading?.reading || isAdopted(state, reading.id)) return undefined;
  const entered = enterReading(context, state, { text: reading.text, method, chosen: reading.reading });
  if (entered.outcome !== 'event' || entered.body.type !== 'reading-taken') return undefined;
  return { reading, body: { ...entered.body, adopts: reading.id } };
}

/** Where what was read along the chain has decided it, nothing is left to be read: the last reading stands for all. */
function adoptableChain(context: VisitContext, state: VisitState, asked: Asked): Adoption | undefined {
  const { path = '', points } = asked.step.measure.chain ?? {};
  const progress = chainProgress(context, state, path, points);
  if (!progress || progress.best !== undefined || asked.unmet.length > 0) return undefined;
  const line = state.trail.find(({ event }) => event.id === progress.readings.at(-1)?.event);
  if (line?.event.type !== 'reading-taken' || setUpKey(line.conditions) !== setUpKey(state.conditions))
    return undefined;
  const reading = line.event;
  const joint = chainJoint(context, state, asked.step, reading, reading.judgement);
  if (!joint || state.step === undefined) return undefined;
  const next = branchFor(asked.step.branches, joint, false);
  const { type, from, to, text, judgement, grade } = reading;
  return {
    reading,
    body: {
      type,
      step: state.step,
      function: reading.function,
      from,
      to,
      text,
      ...(reading.reading ? { reading: reading.reading } : {}),
      judgement,
      ...(reading.expectation ? { expectation: reading.expectation } : {}),
      part: from,
      joint,
      ...(next === undefined ? {} : { next }),
      grade,
      ...(reading.meter === undefined ? {} : { meter: reading.meter }),
      adopts: reading.id,
    },
  };
}

/** Free readings under the conditions that hold now, nothing having changed in between. */
function sinceLastChange(state: VisitState): readonly EventOf<'reading-taken'>[] {
  const now = setUpKey(state.conditions);
  const lastChange = state.trail.findLastIndex((line) => setUpKey(line.conditions) !== now);
  return state.trail.slice(lastChange + 1).flatMap(({ event, standing }) => {
    const isFree = event.type === 'reading-taken' && event.step === undefined && standing !== 'retracted';
    return isFree ? [event] : [];
  });
}

function answers({ wiring }: VisitContext, event: ReadingTaken, asked: Asked): boolean {
  if (event.function !== asked.function) return false;
  if (event.grade !== 'measured' && event.grade !== 'reported') return false;
  const [from, to] = [wiring.pointOf(event.from), wiring.pointOf(event.to)];
  const isSame = from === asked.from && to === asked.to;
  const isTurned = from === asked.to && to === asked.from;
  return isSame || (isTurned && !FUNCTIONS[asked.function].polar);
}

function isAdopted(state: VisitState, id: string): boolean {
  return state.trail.some(
    ({ event, standing }) => event.type === 'reading-taken' && event.adopts === id && standing !== 'retracted',
  );
}
