import { PROOF_LASTS_SECONDS, type EventBody, type VisitState } from '@juxtameter/core';

/** The event a pause makes necessary; undefined where no proof is at stake. */
export function resumption(visit: VisitState, now: number): EventBody | undefined {
  const last = visit.trail.at(-1)?.event;
  const isProven = Object.values(visit.conditions.supplies ?? {}).some(
    (state) => state === 'proven-dead' || state === 'plug-out',
  );
  if (!last || !isProven || visit.closed) return undefined;
  const awaySeconds = Math.round((now - Date.parse(last.at)) / 1000);
  return awaySeconds >= 0 && awaySeconds < PROOF_LASTS_SECONDS ? undefined : { type: 'visit-resumed', awaySeconds };
}
