import * as yup from 'yup';
import type { Problem } from '@juxtameter/core';
import type { DocumentKind } from './check-document';
import { listOf, name, says, shape } from './describe';
import { contract } from './validate';

/** Files to be brought in together, as texts. */
export interface ImportRequest {
  readonly files: readonly { readonly name: string; readonly text: string }[];
}

/** What bringing a document in does, or would do. */
export type ImportEffect =
  | { readonly kind: 'new' }
  /** On file already with this content. */
  | { readonly kind: 'same' }
  /** A new version; visits keep the one they were started with. */
  | { readonly kind: 'replaces' }
  /** New entries of a visit that is on file. */
  | { readonly kind: 'adds'; readonly events: number };

export interface ImportItem {
  readonly file: string;
  readonly kind: DocumentKind | 'site' | 'unit';
  readonly id: string;
  readonly name: string;
  readonly effect: ImportEffect;
}

export interface ImportProblem extends Problem {
  readonly file: string;
}

/** Nothing is brought in while any problem is an error. */
export interface ImportAnswer {
  readonly isDone: boolean;
  readonly items: readonly ImportItem[];
  readonly problems: readonly ImportProblem[];
}

/** Files in one request, at most, and characters in one file. */
export const IMPORT_LIMITS = { files: 50, characters: 14_000_000 } as const;

const importFile = shape<ImportRequest['files'][number]>(
  'ImportFile',
  'A file to be brought in.',
)({
  name: says('What it is called, for the messages.', name().required()),
  text: says(
    'Its text, JSON or YAML.',
    yup.string().max(IMPORT_LIMITS.characters, `is longer than ${IMPORT_LIMITS.characters} characters`).defined(),
  ),
});

export const importSchema = shape<ImportRequest>(
  'ImportRequest',
  'Files to be brought in together.',
)({
  files: says('The files.', listOf(importFile, IMPORT_LIMITS.files).min(1, 'holds no file').required()),
});

export const importContract = contract<ImportRequest>(importSchema);
