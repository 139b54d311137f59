export {
  askedReading,
  enterReading,
  gradeHere,
  recorded,
  type Asked,
  type EnteredReading,
  type ReadingEntry,
} from './enter-reading';
export { adoptableReading, type Adoption } from './adopt-reading';
export { chainEnds, chainHere, chainsHere, setUpKey, chainReadings } from './chain-readings';
export { chainProgress, chainWords, type ChainProgress } from './chain-step';
export { wireColourHere } from './wire-colour';
export { chartProgress, edgeKey, type ChartProgress } from './chart-progress';
export {
  accusedWords,
  draftFinding,
  evidenceFor,
  gradeOf,
  isReadAgain,
  type Evidence,
  type Accused,
  type EvidenceLine,
} from './finding';
export {
  codesRead,
  complaintsOf,
  gasSmelt,
  intakeOf,
  standingOf,
  tellingCodes,
  type Complaint,
  type ReadCode,
} from './first-facts';
export { freeFinding, type FreeFinding } from './free-finding';
export {
  askedFree,
  enterFreeReading,
  isFreeVisit,
  usedBefore,
  type AskedFree,
  type FreeLine,
  type FreeReading,
} from './free-reading';
export { judgeLine, type JudgedLine, type ReadingLine } from './judge-line';
export { proofTasks, type ProofTask } from './proof-of-dead';
export { readingTitle } from './reading-title';
export { powersUp, waivePart } from './clearance';
export { powerUpRefusal } from './uncleared';
export * from './clearance-events';
export { excludedByJumper, matrixJudged, matrixProgress, type MatrixCell, type MatrixProgress } from './matrix';
export * from './matrix-events';
export { lastTurn } from './last-turn';
export { monitorOutcome, monitorsOf, monitorText, type Monitor, type MonitorOutcome } from './monitor';
export { measuredOutcome } from './measured-outcome';
export { meterRefusal, type AboutToMeasure } from './meter-refusal';
export { resolutionFacts } from './resolution-facts';
export { slotReadings, slotsOf, waivedParts } from './slots';
export { supplyCheck, supplyJudged, type SupplyCheck, type SupplyRow } from './supply-check';
export { settingTimes } from './setting-times';
export { append, isRetractable, replay } from './replay';
export { PROOF_LASTS_SECONDS } from './safety';
export { currentStep, isChartEnded, settle, stepOf } from './steps';
export { ListLineError, type ListLine } from './list-line';
export { walkList, type EnvelopeMaker, type Walk } from './walk-list';
export { afterWords, conditionName, unmetConditions, unmetWait, type Unmet } from './unmet';
export { zeroedLeads } from './zero-leads';
export * from './condition-events';
export * from './first-fact-events';
export * from './monitor-events';
export * from './grade';
export * from './visit-event';
export * from './visit-state';
