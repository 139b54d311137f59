import type { EventEnvelope } from './envelope';

/** Clocks may drift apart, or be set back, by this much before they are doubted, in milliseconds. */
export const CLOCK_TOLERANCE = 2000;

/** Parsed once: every event is compared with the one before and the one after, at every replay. */
const wallTimes = new WeakMap<Pick<EventEnvelope, 'at'>, number>();

/** Wall time of an event, in milliseconds since 1970; NaN where it cannot be read. */
export function wallTime(event: Pick<EventEnvelope, 'at'>): number {
  const known = wallTimes.get(event);
  if (known !== undefined) return known;
  const time = Date.parse(event.at);
  wallTimes.set(event, time);
  return time;
}
