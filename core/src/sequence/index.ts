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
  fittingChoices,
  isTooEarly,
  originOf,
  runningWatch,
  secondsBetween,
  slotExpectation,
  slotsAhead,
  watchesOf,
  type Slot,
  type Watch,
  type WatchMark,
} from './watch';
export { watchOutcome, type StageFailure, type WatchOutcome } from './watch-outcome';
export { holdOffsRunning, lastSwitching, type RunningHoldOff } from './hold-offs';
