export { lintProcedure } from './lint-procedure';
