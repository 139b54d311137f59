import { terminalLabel } from '../../unit-model';
import { TOUCHES_NOTHING, type EventKind } from '../record';
import { dotted } from './words';

/** A place in a picture, as parts of its width and height from the upper left corner, each from 0 to 1. */
export interface PhotoPlace {
  readonly x: number;
  readonly y: number;
}

/** Something in a photo was pointed at. The picture is not changed. */
export interface PhotoMarked {
  readonly type: 'photo-marked';
  /** Id of the entry that took the photo. */
  readonly photo: string;
  /** What is pointed at. */
  readonly place: PhotoPlace;
  /** Where an arrow begins; a point where it is missing. */
  readonly tail?: PhotoPlace;
  /** Address of the terminal that is there. */
  readonly terminal?: string;
  /** Colour of the wire that is there. */
  readonly colour?: string;
  readonly words?: string;
}

export const photoMarked: EventKind<PhotoMarked> = {
  ...TOUCHES_NOTHING,
  fallsWith: ({ photo }) => photo,
  words: ({ model }, _state, { event }) => ({
    kind: 'look',
    title: 'Photo marked',
    detail: markWords(event, (terminal) => terminalLabel(model, terminal)),
  }),
};

/** What a mark says: the terminal, the colour of the wire, words. */
export function markWords(
  { terminal, colour, words }: Pick<PhotoMarked, 'terminal' | 'colour' | 'words'>,
  label: (terminal: string) => string,
): string {
  return dotted(terminal === undefined ? undefined : label(terminal), colour, words);
}
