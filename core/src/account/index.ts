export { closingUndoneWords, closingWords } from './closing-words';
export { evidenceRows, type EvidenceRow, type EvidenceRows } from './evidence-rows';
export { findingAccounts, type FindingAccount } from './finding-account';
export type { ToldPhoto } from './photo-account';
export { repairAccount, type RepairAccount, type ToldCheck, type ToldWork } from './repair-account';
export { signaturesOf, type Signature } from './signatures';
export { trapName } from './trap-name';
export {
  trapAccount,
  visitAccount,
  type ToldFinding,
  type ToldReading,
  type TrapAccount,
  type VisitAccount,
} from './visit-account';
export { minutesOf, workCounts, workWords, type WorkCounts } from './work-counts';
