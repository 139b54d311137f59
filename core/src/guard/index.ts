export { guardsBeforeFinding } from './finding-guards';
export { GUARD_WORDS, VISIT_GUARDS, type Guard, type GuardId, type Settling, type VisitGuard } from './guard';
export { guardsOfReading } from './reading-guards';
