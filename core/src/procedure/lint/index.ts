export { lintGeneral } from './general';
export { lintProcedure } from './lint-procedure';
