export {
  isWatched,
  readSequence,
  stageOf,
  type PlannedStage,
  type Positions,
  type SequencePlan,
} from './sequence-plan';
export { advance, AT_REST, commandedBy, type Running } from './run-sequence';
export {
  aheadOf,
  fittingChoices,
  isLate,
  isTooEarly,
  originOf,
  runningWatch,
  slotExpectation,
  watchesOf,
  type Slot,
  type Watch,
  type WatchMark,
} from './watch';
export { secondsBetween } from './seconds-between';
export { runsOf, type Note, type Run, type Span } from './runs';
export { commandAsked, watchOutcome, type WatchOutcome } from './watch-outcome';
export { lastSwitching } from './last-switching';
export { type StageFailure } from './watch-words';
