import type { VisitEvent } from '../visit';

/** Seconds from one event to another: by the device's own clock where both come from the same open page. */
export function secondsBetween(
  from: VisitEvent,
  to: VisitEvent,
): { readonly seconds: number; readonly isDoubtful: boolean } {
  const wall = (Date.parse(to.at) - Date.parse(from.at)) / 1000;
  if (from.device === to.device) {
    const monotonic = (to.monotonic - from.monotonic) / 1000;
    return { seconds: Math.max(0, monotonic), isDoubtful: Math.abs(wall - monotonic) > 2 };
  }
  return { seconds: Math.max(0, wall), isDoubtful: true };
}
