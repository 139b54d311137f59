export { guardsBeforeFinding, guardsOfRecord } from './finding-guards';
export { TRAPS, type Guard, type GuardId, type Settling, type Trap, type VisitGuard } from './guard';
export { guardsOfReading } from './reading-guards';
