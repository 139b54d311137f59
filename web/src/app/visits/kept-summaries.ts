import { visitSummary, type VisitSummary } from '@juxtameter/contract';
import type { LocalVisit } from '../local/local-store';

/**
 * What a list shows of visits this device keeps. Loaded when there is one: it replays logs, which needs the whole core.
 * One whose documents cannot be read hides no other.
 */
export function keptSummaries(kept: readonly LocalVisit[]): readonly VisitSummary[] {
  return kept.flatMap((visit) => {
    try {
      return [visitSummary(visit)];
    } catch {
      return [unreadable(visit)];
    }
  });
}

/** It is there and cannot be shown: better said than left out. */
function unreadable({ id, events }: LocalVisit): VisitSummary {
  return {
    id,
    unit: '',
    unitName: 'A visit that cannot be read',
    siteName: '',
    complaint: '',
    openedAt: events[0]?.at ?? '',
    lastAt: events.at(-1)?.at ?? '',
    closed: false,
    findings: [],
    openBypasses: 0,
    waitsFor: 'Its documents on this device are damaged; what the server has of it is whole',
    events: events.length,
  };
}
