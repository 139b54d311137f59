import type { VisitSummary } from '@juxtameter/contract';
import type { LocalVisit } from '../local/local-store';

/** Closed visits this device keeps, the newest ones. */
const CLOSED_KEPT = 20;
/** Open visits this device keeps without being asked, those touched last. */
const OPEN_KEPT = 60;

/** Something of it no server has. */
export function isAhead(visit: LocalVisit): boolean {
  return visit.isUnsent || visit.events.some((event) => event.seq === undefined);
}

/** The open visits that are kept here whole. */
export function openKept(stored: readonly VisitSummary[]): readonly VisitSummary[] {
  return newestFirst(stored.filter((visit) => !visit.closed)).slice(0, OPEN_KEPT);
}

/**
 * Visits that need not be kept here: the server has all of them, and there are enough that were touched later. One it
 * does not tell of is this device's own to keep.
 */
export function outdated(
  stored: readonly VisitSummary[],
  kept: readonly LocalVisit[],
  waiting: Readonly<Record<string, number>>,
): readonly string[] {
  const old = [
    ...newestFirst(stored.filter((visit) => visit.closed)).slice(CLOSED_KEPT),
    ...newestFirst(stored.filter((visit) => !visit.closed)).slice(OPEN_KEPT),
  ];
  const events = new Map(old.map((visit) => [visit.id, visit.events]));
  return kept
    .filter(
      (visit) =>
        !visit.isApart &&
        !isAhead(visit) &&
        !Object.hasOwn(waiting, visit.id) &&
        (events.get(visit.id) ?? -1) >= visit.events.length,
    )
    .map(({ id }) => id);
}

function newestFirst(visits: readonly VisitSummary[]): readonly VisitSummary[] {
  return [...visits].sort((a, b) => b.lastAt.localeCompare(a.lastAt));
}
