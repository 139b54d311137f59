export {
  branchFor,
  edgesOf,
  keyBeside,
  keyOfOutcome,
  outcomeKey,
  skipTarget,
  targetStep,
  type Edge,
  type MeasuredOutcome,
} from './branching';
export { believedAtStart } from './believed-at-start';
export {
  CIRCUMSTANCES,
  circumstanceOf,
  circumstancesBeyondStep,
  circumstanceWords,
  isFedElsewhere,
  USUAL,
  type Circumstance,
} from './circumstances';
export { clearanceMembers, compileProcedure } from './compile';
export * from './conditions';
export { deadForHands, requiredForHands, touchesWiring } from './hands';
export { edgesOfProcedure, entrySteps, leadsTo, longestWayFrom, reachableSteps, wayTo } from './graph';
export { lintConditionNames, lintGeneral, lintProcedure } from './lint';
export {
  conditionsDuring,
  isOverZeroBand,
  methodNames,
  methodOf,
  outcomesOf,
  partMethod,
  requirementsOf,
} from './measure';
export * from './procedure-document';
export { PROVE_DEAD_PROCEDURE, proveDeadProcedure } from './prove-dead-procedure';
