import type { EventOf, EventType } from './visit-event';
import type { VisitState } from './visit-state';

/** Events of a type that were not taken back, the oldest first. */
export function standingOf<Type extends EventType>(
  state: Pick<VisitState, 'trail'>,
  type: Type,
): readonly EventOf<Type>[] {
  return state.trail.flatMap(({ event, standing }) =>
    event.type === type && standing !== 'retracted' ? [event as EventOf<Type>] : [],
  );
}
