import type { VisitSummary } from '@juxtameter/contract';
import type { LocalVisit } from '../local/local-store';

/** Closed visits this device keeps, the newest ones. */
const CLOSED_KEPT = 20;

/** Something of it no server has. */
export function isAhead(visit: LocalVisit): boolean {
  return visit.isUnsent || visit.events.some((event) => event.seq === undefined);
}

/**
 * Visits that need not be kept here: the server has all of them and lists them as closed, behind the newest. One it does
 * not list is this device's own to keep.
 */
export function outdated(
  stored: readonly VisitSummary[],
  kept: readonly LocalVisit[],
  waiting: Readonly<Record<string, number>>,
): readonly string[] {
  const old = stored.filter((visit) => visit.closed).slice(CLOSED_KEPT);
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
