import type { Reading } from '../../quantity';
import type { EventKind } from '../record';
import { changedConditions, provenDead, suppliesOfStep } from '../safety';
import { moved, stepOf, withOutcome } from '../walking';

/** The meter was checked on a source known to be live. */
export interface MeterProven {
  readonly type: 'meter-proven';
  readonly step?: string;
  readonly when: 'before' | 'after';
  /** The function that was shown alive; both where a log does not say. */
  readonly current?: 'ac' | 'dc';
  readonly text: string;
  /** Missing when the check was reported without a figure. */
  readonly reading?: Reading;
  readonly shows: 'live' | 'nothing';
  readonly next?: string;
}

export const meterProven: EventKind<MeterProven> = {
  apply(context, state, event) {
    if (event.step === undefined || event.next === undefined) return state;
    const proven = new Set(provenDead(context, state, event));
    if (proven.size === 0) return state;
    const dead = Object.fromEntries([...proven].map((id) => [id, 'proven-dead' as const]));
    const known = { ...state, ...changedConditions(state, { supplies: dead }, event, proven), provenAt: event.at };
    const step = stepOf(context, state, event.step);
    const sets = step?.kind === 'measurement' ? step.sets?.['within'] : undefined;
    const told = { ...known, ...changedConditions(known, sets, event, proven) };
    return moved(context, withOutcome(told, event.step, 'within', { id: event.id }), event.next);
  },
  supplies: (_context, _state, { event, step }) => (event.next === undefined ? [] : suppliesOfStep(step)),
  /** A meter that shows nothing on a live source was no witness of what it read before. */
  disturbsProof: ({ shows }, isTakenBack) => shows === 'nothing' && !isTakenBack,
  words: (_context, _state, { event }) => ({
    kind: 'mark',
    title: `Meter checked ${event.when}${event.current === undefined ? '' : `, ${event.current.toUpperCase()}`}`,
    detail: event.shows,
  }),
};
