export { OTHER_BOARD } from './board-identified';
export { RESULT_WORDS } from './complaint-ticked';
export * from './event-kinds';
export { INTAKE_TOPICS, PRIOR_WORK_RESULTS, TOPIC_WORDS } from './intake-recorded';
export { MONITOR_MARKS } from './monitor-marked';
export { SIGN_SENSES } from './sign-noted';
export { STAGE_MARKS } from './stage-marked';
export { capital } from './words';
export { unknownReferences } from './unknown-references';
