import type { SpareEntry, SpareEnvelope, SpareFact } from '@juxtameter/core';
import * as yup from 'yup';
import { listOf, oneOf, says, shape, taggedUnion, text, versionOne } from './describe';
import { someTime, uuid7 } from './events/event-parts';
import { contract, contractOfLists } from './validate';

/** Pieces of one part in one place, at most. */
const MOST_PIECES = 100_000;

const pieces = (least: number) =>
  yup
    .number()
    .integer('must be a whole number of pieces')
    .min(least, `must be from ${least} to ${MOST_PIECES}`)
    .max(MOST_PIECES, `must be from ${least} to ${MOST_PIECES}`);

const envelope = {
  id: says('The entry: a version 7 UUID.', uuid7().required()),
  device: says('The open page that wrote it.', uuid7().required()),
  at: says('When it was written, by the clock of the device.', someTime().required()),
  place: says('The van or the store.', text(120).required()),
  number: says('Number of the part, with its revision.', text(200).required()),
};

type OfType<Type extends SpareFact['type']> = SpareEnvelope & Extract<SpareFact, { readonly type: Type }>;

const typed = <const Type extends SpareFact['type']>(type: Type) => says('What it says.', oneOf([type]).required());

const shapes = {
  counted: shape<OfType<'counted'>>(
    'SpareCounted',
    'So many lie there.',
  )({
    ...envelope,
    type: typed('counted'),
    count: says('Pieces that lie there.', pieces(0).required()),
    name: says('What people call the part.', text(200)),
    level: says('Pieces at which it is to be reordered.', pieces(0)),
  }),
  put: shape<OfType<'put'>>(
    'SparePut',
    'Some were put in.',
  )({ ...envelope, type: typed('put'), count: says('Pieces put in.', pieces(1).required()) }),
  taken: shape<OfType<'taken'>>(
    'SpareTaken',
    'Some were taken.',
  )({
    ...envelope,
    type: typed('taken'),
    count: says('Pieces taken.', pieces(1).required()),
    visit: says('The visit they were taken for.', uuid7()),
  }),
  dropped: shape<OfType<'dropped'>>(
    'SpareDropped',
    'It is not kept there any more.',
  )({ ...envelope, type: typed('dropped') }),
  withdrawn: shape<OfType<'withdrawn'>>(
    'SpareWithdrawn',
    'An entry that was a slip.',
  )({ ...envelope, type: typed('withdrawn'), entry: says('The entry.', uuid7().required()) }),
};

export const spareEntrySchema = taggedUnion('type', shapes, 'entry of the spares') as yup.ISchema<SpareEntry>;

/** What a device wrote of the spares. */
export interface SpareBatch {
  readonly entries: readonly SpareEntry[];
}

export const MOST_SPARE_ENTRIES = 500;

export const spareBatchSchema = shape<SpareBatch>(
  'SpareBatch',
  'Entries of the spares; stored whole or not at all.',
)({
  entries: says('The entries.', listOf(spareEntrySchema, MOST_SPARE_ENTRIES).min(1, 'holds no entry').required()),
});

export const spareBatchContract = contract<SpareBatch>(spareBatchSchema);

/** All that is known of the spares, as an archive keeps it. */
export interface SpareFile {
  readonly format: 'juxtameter/spares';
  readonly version: 1;
  readonly entries: readonly SpareEntry[];
}

/** As many entries as an archive takes. */
const MOST_ON_FILE = 1_000_000;

const spareFileSchema = shape<SpareFile>(
  'Spares',
  'All entries of the spares in one file.',
)({
  format: says('Says what this is.', oneOf(['juxtameter/spares']).required()),
  version: says('Version of the format.', versionOne()),
  entries: says('The entries.', listOf(spareEntrySchema, MOST_ON_FILE).required()),
});

export const spareFileContract = contractOfLists<SpareFile>(
  spareFileSchema,
  { entries: spareEntrySchema },
  MOST_ON_FILE,
);
