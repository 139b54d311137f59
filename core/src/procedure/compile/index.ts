export { compileProcedure } from './compile-procedure';
export { clearanceMembers } from './clearance-members';
