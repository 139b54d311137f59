export { OTHER_BOARD } from './board-identified';
export { CHECK_RESULTS, CHECK_RESULT_WORDS, type CheckResult } from './check-judged';
export {
  WORK_KINDS,
  WORK_KIND_WORDS,
  WORK_REASONS,
  WORK_REASON_WORDS,
  type WorkKind,
  type WorkReason,
} from './work-planned';
export { LEFT_IN_UNIT, LEFT_IN_UNIT_WORDS, type LeftInUnit } from './departure-noted';
export { ARRIVAL_CONDITIONS, ARRIVAL_WORDS, type ArrivalCondition } from './part-arrived';
export { PART_PROVENANCES, PART_PROVENANCE_WORDS, type PartProvenance } from './part-offered';
export { TEMPORARY_KINDS, TEMPORARY_KIND_WORDS, type TemporaryKind } from './temporary-made';
export { TIME_KINDS, TIME_KIND_WORDS, type TimeKind } from './time-spent';
export { RESULT_WORDS } from './complaint-ticked';
export * from './event-kinds';
export { INTAKE_TOPICS, PRIOR_WORK_RESULTS, TOPIC_WORDS } from './intake-recorded';
export { MONITOR_MARKS } from './monitor-marked';
export { markWords, type PhotoPlace } from './photo-marked';
export { PHOTO_STAGES, PHOTO_STAGE_WORDS, type PhotoStage } from './photo-taken';
export { SIGN_SENSES } from './sign-noted';
export { STAGE_MARKS } from './stage-marked';
export { SIGNERS, SIGNER_WORDS, type Signer } from './visit-signed';
export { leftWords } from './visit-closed';
export { capital, partName } from './words';
export { unknownReferences } from './unknown-references';
