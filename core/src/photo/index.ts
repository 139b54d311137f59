export { photosOf, type Photo } from './photos';
export { photoWords } from './photo-words';
export { markedPlaces, type MarkedPhoto } from './marked-photos';
