import type { Published } from './describe';
import { eventBatchSchema, eventSchema } from './events';
import { judgeableExpectationSchema } from './expectation-schema';
import { importSchema } from './import';
import { meterSchema } from './meter-schema';
import { procedureSchema } from './procedure-schema';
import { photosAskedSchema } from './photos-asked';
import { siteFileSchema } from './site-schema';
import { spareBatchSchema } from './spares';
import { unitModelSchema } from './unit-model';
import { startVisitSchema, visitSchema } from './visit-schema';

/** Every document of the open formats, in the order in which they refer to each other. */
export const PUBLISHED: readonly Published[] = [
  { id: 'expectation', title: 'Expectation', schema: judgeableExpectationSchema },
  { id: 'meter', title: 'Meter', schema: meterSchema },
  { id: 'unit-model', title: 'Unit model', schema: unitModelSchema },
  { id: 'procedure', title: 'Procedure', schema: procedureSchema },
  { id: 'sites', title: 'Sites', schema: siteFileSchema },
  { id: 'event', title: 'Visit event', schema: eventSchema },
  { id: 'visit', title: 'Visit', schema: visitSchema },
];

/** What the API takes besides documents. */
export const REQUESTS: readonly Published[] = [
  { id: 'start-visit', title: 'Start a visit', schema: startVisitSchema },
  { id: 'event-batch', title: 'Send events', schema: eventBatchSchema },
  { id: 'import', title: 'Import', schema: importSchema },
  { id: 'photos-asked', title: 'Ask for photos', schema: photosAskedSchema },
  { id: 'spare-batch', title: 'Send entries of the spares', schema: spareBatchSchema },
];
