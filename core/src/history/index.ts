export { hasRunOut, leftRunning, unseenJumpers, type LeftRunning } from './left-running';
export { endedOn, pastVisit, type FittedPart, type FollowUp, type PastVisit, type Temporary } from './past-visit';
export { suspicions, SUSPICION_KINDS, type Present, type Sister, type Suspicion } from './suspicions';
