export { observedIn, rankEntries, type Observed, type RankedEntry, type Reason, type School } from './rank-entries';
export { sharedWords, tellingWords } from './shared-words';
