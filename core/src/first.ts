/**
 * What the first page needs of the core. Kept apart from the index: a bundler that splits takes an index whole, and the
 * list of visits would bring every judgement with it.
 */
export { ANY_UNIT_MODEL } from './procedure/procedure-document';
export { MEASUREMENT_FUNCTIONS } from './quantity/measurement-function';
export { SPARE_STANDING_WORDS, sparesOf, sparesToOrder } from './spares/spares';
export { FREE_UNIT_MODEL } from './unit-model/free-unit-model';
export { timeWords, type TimeStyle } from './visit/record/local-time';
