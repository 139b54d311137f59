import { runningTemporaries, standingOf, type EventOf, type VisitContext, type VisitState } from '../visit';
import { partsOf } from './parts';
import { pauseOf } from './pause';
import { verificationOf } from './verification';

/** Something of a visit that has its day. */
export interface DueDate {
  /** Id of the event that set it. */
  readonly id: string;
  /** As 2026-12-01. */
  readonly day: string;
  readonly words: string;
  readonly reason: string;
  readonly event: EventOf<'follow-up-noted' | 'check-judged' | 'visit-paused' | 'temporary-made' | 'part-ordered'>;
}

/**
 * What is left to do on a day, the first day first: follow-ups that are not done, checks that were put off, a visit that waits,
 * temporary repairs and parts on their way.
 */
export function dueDates(context: VisitContext, state: VisitState): readonly DueDate[] {
  const done = new Set(standingOf(state, 'follow-up-done').map(({ followUp }) => followUp));
  const followUps = standingOf(state, 'follow-up-noted').flatMap((event): DueDate[] =>
    event.due === undefined || done.has(event.id)
      ? []
      : [{ id: event.id, day: event.due, words: event.text, reason: '', event }],
  );
  const postponed = verificationOf(context, state).flatMap(({ state: found, words, answer }): DueDate[] => {
    const event = answer?.line.event;
    return found === 'postponed' && event?.type === 'check-judged' && event.due !== undefined
      ? [{ id: event.id, day: event.due, words: `To be seen: ${words}`, reason: event.reason ?? '', event }]
      : [];
  });
  const pause = pauseOf(state);
  const waits: readonly DueDate[] =
    pause?.until === undefined
      ? []
      : [{ id: pause.id, day: pause.until, words: `Go on: ${pause.reason}`, reason: '', event: pause }];
  const temporary = runningTemporaries(state).map((event): DueDate => ({
    id: event.id,
    day: event.until,
    words: `A temporary repair ends: ${event.text}`,
    reason: event.watch === undefined ? '' : `To be watched: ${event.watch}`,
    event,
  }));
  const ordered = partsOf(context, state).flatMap(({ stage, ordered: event, offered }): DueDate[] =>
    stage === 'ordered' && event?.due !== undefined
      ? [{ id: event.id, day: event.due, words: `A part should be here: ${offered.number}`, reason: '', event }]
      : [],
  );
  return [...followUps, ...postponed, ...waits, ...temporary, ...ordered].sort((a, b) => a.day.localeCompare(b.day));
}
