export { compileProcedure } from './compile-procedure';
export { MOST_WALKED_STEPS, walkedStepCount } from './inline-calls';
export { clearanceMembers } from './clearance-members';
