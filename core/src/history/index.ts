export { pastVisit, type FittedPart, type FollowUp, type PastVisit } from './past-visit';
export { suspicions, SUSPICION_KINDS, type Present, type Sister, type Suspicion } from './suspicions';
