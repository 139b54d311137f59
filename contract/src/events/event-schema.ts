import type { EventEnvelope, EventType, VisitEvent } from '@juxtameter/core';
import type * as yup from 'yup';
import { listOf, oneOf, says, shape, taggedUnion, type FieldsOf } from '../describe';
import { contract } from '../validate';
import { conditionEvents } from './condition-events';
import type { BodiesOf } from './event-bodies';
import { envelope, envelopeFields } from './event-parts';
import { firstFactEvents } from './first-fact-events';
import { partEvents } from './part-events';
import { photoEvents } from './photo-events';
import { repairEvents } from './repair-events';
import { readingEvents } from './reading-events';
import { walkingEvents } from './walking-events';

/** The fields of every kind of event, beside the envelope: a kind without them does not compile. */
export const EVENT_BODIES: BodiesOf<EventType> = {
  ...walkingEvents,
  ...readingEvents,
  ...conditionEvents,
  ...firstFactEvents,
  ...repairEvents,
  ...photoEvents,
  ...partEvents,
};

const shapes = Object.fromEntries(
  Object.entries(EVENT_BODIES).map(([type, body]) => [type, eventOf(type as EventType, body)]),
);

/** An event of a kind, envelope and all. */
function eventOf(type: EventType, body: object): yup.ISchema<unknown> {
  const title = type.split('-').map((word) => word.charAt(0).toUpperCase() + word.slice(1));
  const fields = { ...envelopeFields, type: says('Which kind of event it is.', oneOf([type]).required()), ...body };
  return shape<EventEnvelope & { readonly type: EventType }>(
    `${title.join('')}Event`,
    `An event \`${type}\`.`,
    envelope,
  )(fields as unknown as FieldsOf<EventEnvelope & { readonly type: EventType }>);
}

export const eventSchema = taggedUnion('type', shapes, 'visit event') as yup.ISchema<VisitEvent>;

/** One event, wherever it comes from. */
export const eventContract = contract<VisitEvent>(eventSchema);

/** What a device sends: some events of one visit, in its order. */
export interface EventBatch {
  readonly events: readonly VisitEvent[];
}

export const eventBatchSchema = shape<EventBatch>(
  'EventBatch',
  'Events of one visit; stored whole or not at all.',
)({
  events: says(
    'The events, in the order of the device.',
    listOf(eventSchema).min(1, 'holds no event').max(500, 'holds more than 500 events').required(),
  ),
});

/** A batch is stored whole or not at all. */
export const eventBatchContract = contract<EventBatch>(eventBatchSchema);
