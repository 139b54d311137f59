import { CLOCK_TOLERANCE, wallTime, type EventEnvelope } from '../record';
import { PROOF_LASTS_SECONDS } from './supply-caution';

/**
 * Whether somebody was there from one event to the next, so that what was proven still holds: no pause of fifteen minutes
 * by either clock, no clock that ran backwards, nobody else on another device. What cannot be told is not vouched for.
 * A page that was loaded again counts as another device with the same name, and its own clock begins anew.
 */
export function isVouchedFor(
  previous: Pick<EventEnvelope, 'at' | 'by' | 'device' | 'monotonic'>,
  next: Pick<EventEnvelope, 'at' | 'by' | 'device' | 'monotonic'>,
): boolean {
  const isSamePage = previous.device === next.device;
  if (!isSamePage && previous.by !== next.by) return false;
  const wall = wallTime(next) - wallTime(previous);
  const pause = isSamePage ? Math.max(wall, next.monotonic - previous.monotonic) : wall;
  return wall >= -CLOCK_TOLERANCE && pause < PROOF_LASTS_SECONDS * 1000;
}
