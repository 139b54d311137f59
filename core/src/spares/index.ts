export { isSameMarking } from './marking';
export type { SpareEntry, SpareEnvelope, SpareFact } from './spare-entry';
export { SPARE_STANDING_WORDS, sparesOf, sparesToOrder, takenFor, type Spare, type SpareStanding } from './spares';
