import { visitSummary, type VisitSummary } from '@juxtameter/contract';
import type { LocalVisit } from '../local/local-store';

/** What a list shows of visits this device keeps. Loaded when there is one: it replays logs, which needs the whole core. */
export function keptSummaries(kept: readonly LocalVisit[]): readonly VisitSummary[] {
  return kept.map(visitSummary);
}
