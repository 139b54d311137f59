import type { EventOf, TrailLine, VisitState } from '../visit';

/** What is logged away from the machine, and ends no pause. */
const FROM_AFAR: ReadonlySet<TrailLine['event']['type']> = new Set<TrailLine['event']['type']>([
  'note-added',
  'intake-recorded',
  'handed-over',
  // Stands before whatever is logged first after a while.
  'visit-resumed',
  'person-told',
  'photo-taken',
  'photo-marked',
  'follow-up-noted',
  'follow-up-done',
  // A part is offered, ordered and tried out anywhere.
  'part-offered',
  'part-ordered',
  'part-arrived',
  'part-tested',
  'time-spent',
  'visit-signed',
  'visit-paused',
  'retracted',
]);

/** The pause the visit is in; undefined where somebody has gone on since, or it is closed. */
export function pauseOf({ trail, closed }: Pick<VisitState, 'trail' | 'closed'>): EventOf<'visit-paused'> | undefined {
  if (closed) return undefined;
  const last = trail.findLast(({ event, standing }) => standing !== 'retracted' && !isFromAfar(event.type));
  const after = last ? trail.slice(trail.indexOf(last) + 1) : trail;
  const paused = after.findLast(({ event, standing }) => event.type === 'visit-paused' && standing !== 'retracted');
  return paused?.event.type === 'visit-paused' ? paused.event : undefined;
}

function isFromAfar(type: TrailLine['event']['type']): boolean {
  return FROM_AFAR.has(type);
}
