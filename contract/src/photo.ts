/** What looks into pictures, apart from the rest: a worker needs nothing else of the contract. */
export { LARGEST_PHOTO, MOST_PHOTO_PIXELS, PHOTO_HASH, PHOTO_TYPE, readPhoto, withoutExtras } from './photo-file';
