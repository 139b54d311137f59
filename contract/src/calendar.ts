/**
 * Whether a time in UTC, ISO 8601, is one that clocks show: engines take the 30th of February for the 2nd of March, and
 * 24:00 for the next day.
 */
export function isOnCalendar(time: string): boolean {
  const parsed = Date.parse(time);
  return !Number.isNaN(parsed) && new Date(parsed).toISOString().slice(0, SECONDS) === time.slice(0, SECONDS);
}

/** Length of a time down to its seconds. */
const SECONDS = '2026-11-25T09:07:00'.length;
