export { CHECK_KINDS, type Check, type CheckAnswer, type CheckKind, type CheckState, type Soak } from './check';
export { complaintStandings, type ComplaintStanding } from './complaint-standings';
export { closingPoints, ENDINGS, endingOf, ENDING_WORDS, type ClosingPoint, type Ending } from './closing-points';
export { dueDates, type DueDate } from './due-dates';
export { interventionsOf, type Intervention } from './interventions';
export { soakRefusal } from './soak-check';
export { proofOf, verificationOf, type Proof } from './verification';
export { carriedOut, offeredWork, workOf, type CarriedOut, type OfferedWork, type Work } from './work';
