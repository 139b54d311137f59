import { standingOf, type EventOf, type VisitState } from '../visit';

/** A photo of a visit with what is marked on it. */
export interface Photo {
  readonly taken: EventOf<'photo-taken'>;
  /** In the order they were made. */
  readonly marks: readonly EventOf<'photo-marked'>[];
  /** Its place among the photos of the visit, from 1. */
  readonly number: number;
}

/** Every photo that was not taken back, in the order of the log: what is before another there was taken in before it. */
export function photosOf(state: VisitState): readonly Photo[] {
  const marks = standingOf(state, 'photo-marked');
  return standingOf(state, 'photo-taken').map((taken, index) => ({
    taken,
    marks: marks.filter(({ photo }) => photo === taken.id),
    number: index + 1,
  }));
}
