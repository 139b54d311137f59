/** How long, in milliseconds, before delivery is tried again: twice as long each time, up to a minute. */
const RETRY_AFTER = 2000;
const LONGEST_RETRY = 60_000;

/** Milliseconds before the next try after so many failures in a row. */
export function retryAfter(failures: number): number {
  return Math.min(LONGEST_RETRY, RETRY_AFTER * 2 ** Math.max(0, failures - 1));
}
