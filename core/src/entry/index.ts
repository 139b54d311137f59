export { observedIn, rankEntries, type Observed, type RankedEntry, type Reason, type School } from './rank-entries';
export { Hearing, type Fit } from './hearing';
