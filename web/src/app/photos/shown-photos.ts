import {
  markWords,
  photosOf,
  photoWords,
  terminalLabel,
  type Photo,
  type UnitModelDocument,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';
import type { DrawnMark, MarkedPicture } from './photo-picture';

/** A photo as it is shown: what it is of, and its marks. */
export interface ShownPhoto extends Photo {
  readonly words: string;
  readonly picture: MarkedPicture;
}

/** The photos of a visit as pages and papers show them. */
export function shownPhotos(context: VisitContext, state: VisitState): readonly ShownPhoto[] {
  return photosOf(state).map((photo) => {
    const { photo: hash, width, height } = photo.taken;
    const words = photoWords(context, state, photo);
    return { ...photo, words, picture: { hash, width, height, words, marks: drawnMarks(context.model, photo) } };
  });
}

/** The marks of a photo as they are drawn. */
function drawnMarks(model: UnitModelDocument, { marks }: Photo): readonly DrawnMark[] {
  return marks.map((mark) => ({
    id: mark.id,
    place: mark.place,
    ...(mark.tail ? { tail: mark.tail } : {}),
    words: markWords(mark, (terminal) => terminalLabel(model, terminal)),
  }));
}
