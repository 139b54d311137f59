export {
  branchFor,
  edgesOf,
  keyOfOutcome,
  outcomeKey,
  skipTarget,
  targetStep,
  type Edge,
  type MeasuredOutcome,
} from './branching';
export * from './conditions';
export { edgesOfProcedure, entrySteps, longestWayFrom, reachableSteps, wayTo } from './graph';
export { lintProcedure } from './lint';
export { conditionsDuring, isOverZeroBand, methodNames, methodOf, partMethod, requirementsOf } from './measure';
export * from './procedure-document';
export { PROVE_DEAD_PROCEDURE, proveDeadProcedure } from './prove-dead-procedure';
