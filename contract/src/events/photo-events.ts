import { PHOTO_STAGES, type PhotoPlace } from '@juxtameter/core';
import * as yup from 'yup';
import { finite, id, oneOf, optional, says, shape, text } from '../describe';
import { LARGEST_PHOTO, MOST_PHOTO_PIXELS } from '../photo-file';
import { pictureHash } from '../photos-asked';
import type { BodiesOf } from './event-bodies';
import { point, someTime, uuid7 } from './event-parts';

const pixels = () => yup.number().integer().min(1).max(MOST_PHOTO_PIXELS).required();
const part = () => finite().min(0).max(1).required();

const place = shape<PhotoPlace>(
  'PhotoPlace',
  'A place in a picture, as parts of its width and height from the upper left corner.',
)({ x: says('Part of the width.', part()), y: says('Part of the height.', part()) });

/** Photos and what is marked on them; the pictures are kept beside the log. */
export const photoEvents: BodiesOf<'photo-taken' | 'photo-marked'> = {
  'photo-taken': {
    photo: says('SHA-256 of the picture, under which it is kept.', pictureHash().required()),
    width: says('Pixels across.', pixels()),
    height: says('Pixels down.', pixels()),
    bytes: says('Size of the picture.', yup.number().integer().min(1).max(LARGEST_PHOTO).required()),
    stage: says('Before or after what is done, or as it was found.', oneOf(PHOTO_STAGES)),
    words: says('What it shows.', text(600)),
    ofStep: says('The step it shows.', id()),
    entry: says('The entry it shows: a reading, a note, a part, a piece of work.', uuid7()),
    terminal: says('The terminal it shows.', point()),
    takenAt: says('When the original was taken, by the clock of the camera.', someTime()),
  },
  'photo-marked': {
    photo: says('The entry that took the photo.', uuid7().required()),
    place: says('What is pointed at.', place.required()),
    tail: says('Where the arrow begins; a point where it is missing.', optional(place)),
    terminal: says('The terminal that is there.', point()),
    colour: says('Colour of the wire that is there.', text(60)),
    words: says('What is there.', text(200)),
  },
};
