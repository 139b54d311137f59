import type { VisitEvent } from '@juxtameter/core';

const PREFIX = 'juxtameter.ahead.';
const UNREADABLE = 'juxtameter.unreadable.';

/** What an earlier page left behind. */
export interface LeftBehind {
  /** Every page's events in the order in which it logged them; wall time orders nothing. */
  readonly events: readonly VisitEvent[];
  /** Entries that are no events any more: set aside under another key, where they can still be looked at. */
  readonly unreadable: number;
}

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

  /** What an earlier page did not bring into the database. One bad entry hides no other. */
  all(): LeftBehind {
    const events: VisitEvent[] = [];
    let unreadable = 0;
    for (const key of keysAhead()) {
      const event = eventAt(key);
      if (event) events.push(event);
      else {
        setAside(key);
        unreadable += 1;
      }
    }
    return { events: events.sort(byPage), unreadable };
  },
};

function keysAhead(): readonly string[] {
  try {
    const keys = Array.from({ length: localStorage.length }, (_, index) => localStorage.key(index) ?? '');
    return keys.filter((key) => key.startsWith(PREFIX));
  } catch {
    // Switched off: nothing was kept here.
    return [];
  }
}

function eventAt(key: string): VisitEvent | undefined {
  try {
    const value = JSON.parse(localStorage.getItem(key) ?? '') as Partial<VisitEvent> | null;
    const isEvent =
      typeof value?.id === 'string' &&
      typeof value.visit === 'string' &&
      typeof value.device === 'string' &&
      Number.isInteger(value.deviceSeq);
    return isEvent ? (value as VisitEvent) : undefined;
  } catch {
    return undefined;
  }
}

function setAside(key: string): void {
  try {
    localStorage.setItem(UNREADABLE + key.slice(PREFIX.length), localStorage.getItem(key) ?? '');
    localStorage.removeItem(key);
  } catch {
    // Full: it stays where it is and is counted again.
  }
}

function byPage(a: VisitEvent, b: VisitEvent): number {
  return a.device === b.device ? a.deviceSeq - b.deviceSeq : a.device < b.device ? -1 : 1;
}
