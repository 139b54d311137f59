import type { EventEnvelope } from './envelope';
import type { EventBody, VisitEvent } from './visit-event';
import type { VisitState } from './visit-state';

/** An event as it is logged at this point of a visit: with the chart it belongs to. */
export function stamped(
  envelope: EventEnvelope,
  { procedure }: Pick<VisitState, 'procedure'>,
  body: EventBody,
): VisitEvent {
  return { ...envelope, ...(procedure === undefined ? {} : { chart: procedure }), ...body };
}
