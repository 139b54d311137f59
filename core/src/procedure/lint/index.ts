export { lintConditionNames } from './condition-names';
export { lintGeneral } from './general';
export { lintProcedure } from './lint-procedure';
