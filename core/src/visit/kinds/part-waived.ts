import type { JointJudgement } from '../../verdict';
import type { EventKind } from '../record';
import { suppliesOfStep } from '../safety';
import { afterMeasured } from './after-measured';

/** A part of a clearance that is not read, with the reason; the last of all leads on. */
export interface PartWaived {
  readonly type: 'part-waived';
  readonly step: string;
  readonly part: string;
  readonly reason: string;
  readonly joint?: JointJudgement;
  readonly next?: string;
}

export const partWaived: EventKind<PartWaived> = {
  apply(context, state, event) {
    const { joint, next } = event;
    return next === undefined || !joint ? state : afterMeasured(context, state, { ...event, next }, joint);
  },
  supplies: (_context, _state, { step }) => suppliesOfStep(step),
  disturbsProof: () => false,
  words(_context, _state, { event, step }) {
    const part = step?.kind === 'measurement' ? step.measure.set?.find(({ id }) => id === event.part) : undefined;
    return { kind: 'look', title: `Not read: ${part?.name ?? event.part}`, detail: event.reason };
  },
};
