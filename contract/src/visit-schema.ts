import * as yup from 'yup';
import type { StartVisit, VisitDocument } from './api';
import { eventSchema, uuid7 } from './event-schema';
import { meterSchema } from './meter-schema';
import { procedureSchema } from './procedure-schema';
import { closedObject, id, listOf, oneOf } from './schema-parts';
import { siteSchema, unitSchema } from './site-schema';
import { unitModelSchema } from './unit-model-schema';
import { contract } from './validate';

const pinned = closedObject({
  unit: unitSchema.required(),
  site: siteSchema.required(),
  unitModel: unitModelSchema.required(),
  procedures: listOf(procedureSchema).required(),
  meters: listOf(meterSchema).required(),
});

/** How a visit is begun: with a unit on file, or with everything it needs. */
export const startVisitContract = contract<StartVisit>(
  closedObject({ id: uuid7().required(), unit: id(), pinned: pinned.default(undefined).optional() }).test(
    'one',
    'names either a unit on file or the pinned documents',
    (value) => (value.unit === undefined) !== (value.pinned === undefined),
  ),
);

/** A whole visit: the documents it was pinned to, in full, and its log. */
export const visitContract = contract<VisitDocument>(
  closedObject({
    format: oneOf(['juxtameter/visit']).required(),
    version: yup.number().oneOf([1], 'is not a version this product reads; accepted: 1').required(),
    id: uuid7().required(),
    pinned: pinned.required(),
    events: listOf(eventSchema, 100_000).required(),
  }),
);
