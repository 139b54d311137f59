import { markWords, localTime, type VisitContext, type VisitState } from '../visit';
import { photosOf, photoWords } from '../photo';
import { terminalLabel } from '../unit-model';

/** A photo as a file names it; the picture lies beside it under its SHA-256. */
export interface ToldPhoto {
  readonly number: number;
  readonly photo: string;
  readonly words: string;
  readonly at: string;
  readonly marks: readonly string[];
}

/** Every photo of a record, in order. */
export function toldPhotos(context: VisitContext, state: VisitState): readonly ToldPhoto[] {
  return photosOf(state).map((photo) => ({
    number: photo.number,
    photo: photo.taken.photo,
    words: photoWords(context, state, photo),
    at: localTime(photo.taken)?.iso ?? photo.taken.at,
    marks: photo.marks.map((mark) => markWords(mark, (terminal) => terminalLabel(context.model, terminal))),
  }));
}
