import { standingOf, type PhotoPlace, type VisitState } from '../visit';
import { photosOf } from './photos';

/** A photo on which terminals of the unit model were marked: it can be held beside the board map of any later visit. */
export interface MarkedPhoto {
  /** SHA-256 of the picture, in hex. */
  readonly photo: string;
  readonly width: number;
  readonly height: number;
  /** By address; where one was marked twice, the last mark. */
  readonly terminals: Readonly<Record<string, PhotoPlace>>;
}

/** The photos of a visit with marked terminals, in the order they were taken. */
export function markedPlaces(state: VisitState): readonly MarkedPhoto[] {
  if (standingOf(state, 'photo-marked').length === 0) return [];
  return photosOf(state).flatMap(({ taken, marks }): MarkedPhoto[] => {
    const places = marks.flatMap(({ terminal, place }) => (terminal === undefined ? [] : [[terminal, place] as const]));
    return places.length === 0
      ? []
      : [{ photo: taken.photo, width: taken.width, height: taken.height, terminals: Object.fromEntries(places) }];
  });
}
