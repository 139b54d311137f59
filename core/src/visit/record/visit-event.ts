// The one place where the record names what comes after it: the shapes of the kinds, which vanish when compiled.
import type { EventShapes } from '../kinds/event-kinds';
import type { EventEnvelope } from './envelope';

export type * from '../kinds/event-kinds';

/** The name of a kind of event. */
export type EventType = keyof EventShapes;
/** What an event says, without who, when and where. */
export type EventBody = EventShapes[EventType];
export type VisitEvent = EventEnvelope & EventBody;
export type EventOf<Type extends EventType> = EventEnvelope & EventShapes[Type];
