import type { EventShapes, EventType } from '@juxtameter/core';
import type { FieldsOf } from '../describe';

/** What a kind of event says, besides its type: one check and one description for every field of its shape. */
export type BodyOf<Type extends EventType> = FieldsOf<Omit<EventShapes[Type], 'type'>>;

/** The fields of these kinds. */
export type BodiesOf<Types extends EventType> = { readonly [Type in Types]: BodyOf<Type> };
