import { formed, listOf, says, shape } from './describe';
import { PHOTO_HASH } from './photo-file';
import { contract } from './validate';

/** SHA-256 of a picture, under which it is kept. */
export const pictureHash = () =>
  formed(
    {
      name: 'sha256',
      what: 'SHA-256 in hex, lower case.',
      pattern: PHOTO_HASH.source,
      examples: ['9f86d081884c7d659a2feaa0c55ad015a3bf4f1b2b0b822cd15d6c15b0f00a08'],
    },
    'is no SHA-256 in lower case hex',
  );

/** As many pictures as can be asked for at a time. */
export const MOST_ASKED = 500;

/** Which pictures somebody has and wants to know whether the server has them. */
export interface PhotosAsked {
  readonly photos: readonly string[];
}

export const photosAskedSchema = shape<PhotosAsked>(
  'PhotosAsked',
  'Pictures of which it is asked whether they are kept.',
)({ photos: says('Their SHA-256.', listOf(pictureHash().required(), MOST_ASKED).required()) });

export const photosAskedContract = contract<PhotosAsked>(photosAskedSchema);

/** Those of them that are not. */
export interface PhotosMissing {
  readonly missing: readonly string[];
}
