import * as yup from 'yup';
import { contractOfLists } from '@juxtameter/contract/check';
import type { Era, StoredDocument } from './entry';

/** The list of contents, last file of every archive. */
export interface ArchiveManifest {
  readonly format: 'juxtameter/archive';
  readonly version: 1;
  readonly createdAt: string;
  /** The journal's last record that is in the archive. */
  readonly journalSeq: number;
  /** SHA-256 of every other file, in hex. */
  readonly files: Readonly<Record<string, string>>;
  readonly documents: readonly (Pick<StoredDocument, 'of' | 'version' | 'storedAt'> & { readonly file: string })[];
  readonly visits: readonly { readonly file: string; readonly createdAt: string }[];
  /** Pictures, each a file named after its sum; missing where there are none. */
  readonly photos?: readonly string[];
  /** Stretches in which the orders were given; missing in archives from before they were kept. */
  readonly eras?: readonly Era[];
}

export const MANIFEST = 'manifest.json';
export const SITES = 'sites.json';
/** Missing in archives from before spares were kept. */
export const SPARES = 'spares.json';

const LARGEST_INTEGER = 2 ** 31 - 1;

const time = () =>
  yup
    .string()
    .required()
    .test('time', 'is no time', (value) => !Number.isNaN(Date.parse(value)));
const file = () => yup.string().min(1).max(400).required();

const document = yup.object({
  of: yup.string().oneOf(['unit-model', 'procedure', 'meter']).required(),
  version: yup.number().integer().min(1).max(LARGEST_INTEGER).required(),
  storedAt: time(),
  file: file(),
});
const visit = yup.object({ file: file(), createdAt: time() });
const era = yup.object({
  place: yup.number().integer().min(1).max(LARGEST_INTEGER).required(),
  id: yup
    .string()
    .matches(/^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/, 'is no UUID')
    .required(),
  after: yup.number().integer().min(0).max(Number.MAX_SAFE_INTEGER).required(),
});

const PHOTO_FILE = /^photos\/([0-9a-f]{64})\.jpg$/;

const photo = yup.string().matches(PHOTO_FILE, 'is no photo named after its sum').required();

/** Where a picture lies in an archive. */
export function photoFile(hash: string): string {
  return `photos/${hash}.jpg`;
}

/** The picture that lies there. */
export function hashOfFile(file: string): string {
  return PHOTO_FILE.exec(file)?.[1] ?? '';
}

/** Files of one archive: as many visits as anybody has. */
const MOST_FILES = 1_000_000;

const manifestContract = contractOfLists<ArchiveManifest>(
  yup.object({
    format: yup.string().oneOf(['juxtameter/archive']).required(),
    version: yup.number().oneOf([1]).required(),
    createdAt: time(),
    journalSeq: yup.number().integer().min(0).max(Number.MAX_SAFE_INTEGER).required(),
    files: yup
      .mixed()
      .required()
      .test('sums', 'is no list of files with their sums', (value) => isListOfSums(value)),
    documents: yup.array().required(),
    visits: yup.array().required(),
    eras: yup.array(),
    photos: yup.array(),
  }) as never,
  { documents: document as never, visits: visit as never, eras: era as never, photos: photo as never },
  MOST_FILES,
);

function isListOfSums(value: unknown): boolean {
  return (
    typeof value === 'object' &&
    value !== null &&
    !Array.isArray(value) &&
    Object.values(value).every((sum) => typeof sum === 'string' && /^[0-9a-f]{64}$/.test(sum))
  );
}

/** What a manifest is not; undefined where it is one, and lists every file exactly once. */
export function manifestProblem(value: unknown): string | undefined {
  const checked = manifestContract.validate(value);
  if (!checked.ok) {
    const { path = '', message = '' } = checked.problems[0] ?? {};
    return `has a ${MANIFEST} that is not one of a Juxtameter archive, version 1: ${path} ${message}`;
  }
  const { files, documents, visits, photos = [] } = checked.value;
  const spares = Object.hasOwn(files, SPARES) ? [SPARES] : [];
  const listed = [
    SITES,
    ...spares,
    ...documents.map((each) => each.file),
    ...visits.map((each) => each.file),
    ...photos,
  ];
  const known = new Set<string>();
  for (const name of listed) {
    if (known.has(name)) return `lists "${name.slice(0, 60)}" twice`;
    known.add(name);
  }
  const loose = Object.keys(files).find((name) => !known.has(name));
  // Restored without a word, it would be missing without a word.
  if (loose !== undefined) return `holds "${loose.slice(0, 60)}", which neither its documents, visits nor photos list`;
  const missing = listed.find((name) => !Object.hasOwn(files, name));
  const misnamed = photos.find((name) => Object.hasOwn(files, name) && files[name] !== hashOfFile(name));
  if (misnamed !== undefined) return `holds "${misnamed.slice(0, 60)}", which is not what its name says`;
  return missing === undefined ? undefined : `lists "${missing.slice(0, 60)}" without its checksum`;
}
