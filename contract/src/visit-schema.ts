import type { PinnedDocuments, StartVisit, VisitDocument } from './api';
import { id, listOf, oneOf, optional, says, shape, versionOne } from './describe';
import { eventSchema, uuid7 } from './events';
import { meterSchema } from './meter-schema';
import { procedureSchema } from './procedure-schema';
import { siteSchema, unitSchema } from './site-schema';
import { unitModelSchema } from './unit-model';
import { contract, contractOfLists } from './validate';

/** Events of one visit in a file. */
const MOST_EVENTS = 100_000;

const pinned = shape<PinnedDocuments>(
  'PinnedDocuments',
  'The documents a visit was started with, in full: later versions never change a record.',
)({
  unit: says('The unit.', unitSchema.required()),
  site: says('Its site.', siteSchema.required()),
  unitModel: says('Its unit model.', unitModelSchema.required()),
  procedures: says('Every chart that can be walked.', listOf(procedureSchema).required()),
  meters: says('Every meter that can be chosen.', listOf(meterSchema).required()),
});

export const startVisitSchema = shape<StartVisit>(
  'StartVisit',
  'How a visit is begun: with a unit on file, or with everything it needs.',
)({
  id: says('Made by who begins it.', uuid7().required()),
  unit: says('A unit on file; its newest documents are pinned.', id()),
  pinned: says('The documents, for a machine that is not on file.', optional(pinned)),
});

export const startVisitContract = contract<StartVisit>(
  startVisitSchema.test(
    'one',
    'names either a unit on file or the pinned documents',
    (value) => (value.unit === undefined) !== (value.pinned === undefined),
  ),
);

export const visitSchema = shape<VisitDocument>(
  'Visit',
  'A whole visit: the documents it was pinned to, in full, and its log.',
)({
  format: says('Says what this is.', oneOf(['juxtameter/visit']).required()),
  version: says('Version of the format.', versionOne()),
  id: says('Names it; made by who began it.', uuid7().required()),
  pinned: says('The documents it is replayed with.', pinned.required()),
  events: says('Its log, in order.', listOf(eventSchema, MOST_EVENTS).required()),
});

export const visitContract = contractOfLists<VisitDocument>(visitSchema, { events: eventSchema }, MOST_EVENTS);
