import { CLOCK_TOLERANCE, wallTime, type EventEnvelope } from '../record';
import { PROOF_LASTS_SECONDS } from './supply-caution';

/**
 * Whether somebody was there from one event to the next, so that what was proven still holds: no pause of fifteen minutes
 * by either clock, no clock that ran backwards, no other device. What cannot be told is not vouched for.
 */
export function isVouchedFor(
  previous: Pick<EventEnvelope, 'at' | 'device' | 'monotonic'>,
  next: Pick<EventEnvelope, 'at' | 'device' | 'monotonic'>,
): boolean {
  if (previous.device !== next.device) return false;
  const wall = wallTime(next) - wallTime(previous);
  const pause = Math.max(wall, next.monotonic - previous.monotonic);
  return wall >= -CLOCK_TOLERANCE && pause < PROOF_LASTS_SECONDS * 1000;
}
