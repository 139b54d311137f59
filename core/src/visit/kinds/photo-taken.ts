import { TOUCHES_NOTHING, type EventKind } from '../record';
import { dotted } from './words';

/** When it was taken, as far as that matters to whoever compares two. */
export const PHOTO_STAGES = ['as-found', 'before', 'after'] as const;
export type PhotoStage = (typeof PHOTO_STAGES)[number];

export const PHOTO_STAGE_WORDS: Readonly<Record<PhotoStage, string>> = {
  'as-found': 'as found',
  before: 'before',
  after: 'after',
};

/** A photo was taken. The picture itself is kept beside the record, by what is in it. */
export interface PhotoTaken {
  readonly type: 'photo-taken';
  /** SHA-256 of the picture, in hex. */
  readonly photo: string;
  /** Pixels. */
  readonly width: number;
  readonly height: number;
  readonly bytes: number;
  readonly stage?: PhotoStage;
  readonly words?: string;
  /** The step it shows; nothing is walked by it. */
  readonly ofStep?: string;
  /** Id of the entry it shows: a reading, a note, a part, a piece of work. */
  readonly entry?: string;
  /** Address of the terminal it shows. */
  readonly terminal?: string;
  /** When the original was taken, by the clock of the camera; missing where that is not known. */
  readonly takenAt?: string;
}

export const photoTaken: EventKind<PhotoTaken> = {
  ...TOUCHES_NOTHING,
  refersTo: ({ ofStep }) => (ofStep === undefined ? [] : [{ field: 'ofStep', to: 'step', id: ofStep }]),
  words: (_context, _state, { event }) => ({
    kind: 'look',
    title: dotted('Photo', event.stage && PHOTO_STAGE_WORDS[event.stage]),
    ...(event.words === undefined ? {} : { detail: event.words }),
  }),
};
