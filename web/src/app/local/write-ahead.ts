import type { VisitEvent } from '@juxtameter/core';

const PREFIX = 'juxtameter.ahead.';

/**
 * Events on their way into the browser's database. That takes a few milliseconds, and a page that is left or dies in
 * them takes the transaction with it; this storage is written before the key that logged the event is up again.
 */
export const writeAhead = {
  add(event: VisitEvent): void {
    try {
      localStorage.setItem(PREFIX + event.id, JSON.stringify(event));
    } catch {
      // Full or switched off: the database is tried all the same, and says so if it fails as well.
    }
  },

  remove(id: string): void {
    try {
      localStorage.removeItem(PREFIX + id);
    } catch {
      // Known by its id when it is found again.
    }
  },

  /** What an earlier page did not bring into the database, in the order it was logged. */
  all(): readonly VisitEvent[] {
    try {
      const keys = Array.from({ length: localStorage.length }, (_, index) => localStorage.key(index) ?? '');
      return keys
        .filter((key) => key.startsWith(PREFIX))
        .map((key) => JSON.parse(localStorage.getItem(key) ?? '') as VisitEvent)
        .sort((a, b) => a.at.localeCompare(b.at) || a.deviceSeq - b.deviceSeq);
    } catch {
      return [];
    }
  },
};
