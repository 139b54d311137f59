import {
  DocumentError,
  lintGeneral,
  lintPaths,
  lintProcedure,
  lintUnitModel,
  problemError,
  readMeter,
  type MeterDocument,
  type Problem,
  type ProcedureDocument,
  type UnitModelDocument,
} from '@juxtameter/core';
import type { SiteFile, VisitDocument } from './api';
import { meterContract } from './meter-schema';
import { procedureContract } from './procedure-schema';
import { siteFileContract } from './site-schema';
import { unitModelContract } from './unit-model';
import type { Contract } from './validate';
import { isGeneral } from './kind-of-unit';
import { visitContract } from './visit-schema';

/** A document of one of the product's open formats. */
export type OpenDocument =
  | { readonly kind: 'unit-model'; readonly document: UnitModelDocument }
  | { readonly kind: 'procedure'; readonly document: ProcedureDocument }
  | { readonly kind: 'meter'; readonly document: MeterDocument }
  | { readonly kind: 'sites'; readonly document: SiteFile }
  | { readonly kind: 'visit'; readonly document: VisitDocument };

export type DocumentKind = OpenDocument['kind'];

/** A value read as a document, with everything that is wrong with it; no document when it does not fit its format. */
export interface CheckedDocument {
  readonly opened?: OpenDocument;
  readonly problems: readonly Problem[];
}

const CONTRACTS: { readonly [Kind in DocumentKind]: Contract<Extract<OpenDocument, { kind: Kind }>['document']> } = {
  'unit-model': unitModelContract,
  procedure: procedureContract,
  meter: meterContract,
  sites: siteFileContract,
  visit: visitContract,
};

const KINDS = Object.keys(CONTRACTS) as readonly DocumentKind[];

/** Reads a value as the document its `format` says it is; the rules beyond the format are checked by `checkRules`. */
export function openDocument(value: unknown): CheckedDocument {
  const format =
    typeof value === 'object' && value !== null && Object.hasOwn(value, 'format')
      ? (value as { readonly format: unknown }).format
      : undefined;
  const kind = KINDS.find((each) => format === `juxtameter/${each}`);
  if (kind === undefined) {
    const accepted = KINDS.map((each) => `juxtameter/${each}`).join(', ');
    return { problems: [problemError('format', `is not a format this product reads; accepted: ${accepted}`)] };
  }
  const checked = (CONTRACTS[kind] as Contract<OpenDocument['document']>).validate(value);
  if (!checked.ok) return { problems: checked.problems.map(({ path, message }) => problemError(path, message)) };
  return { opened: { kind, document: checked.value } as OpenDocument, problems: [] };
}

/** What is at hand to check a document against. */
export interface Companions {
  readonly modelOf: (id: string) => UnitModelDocument | undefined;
  /** Procedures that charts may call. */
  readonly generals: readonly ProcedureDocument[];
}

/** What is wrong with a document beyond its format. A procedure is checked against its unit model and what it calls. */
export function checkRules(opened: OpenDocument, { modelOf, generals }: Companions): readonly Problem[] {
  switch (opened.kind) {
    case 'unit-model':
      return [...lintUnitModel(opened.document), ...lintPaths(opened.document)];
    case 'procedure': {
      if (isGeneral(opened.document)) return lintGeneral(opened.document);
      const model = modelOf(opened.document.unitModel);
      const missing = `names "${opened.document.unitModel}", which is not here; give its unit model as well`;
      return model ? lintProcedure(opened.document, model, generals) : [problemError('unitModel', missing)];
    }
    case 'meter':
      return meterProblems(opened.document, '');
    case 'visit':
      return opened.document.pinned.meters.flatMap((meter, index) => meterProblems(meter, `pinned.meters[${index}].`));
    case 'sites':
      return [];
  }
}

function meterProblems(meter: MeterDocument, path: string): readonly Problem[] {
  try {
    readMeter(meter);
    return [];
  } catch (error) {
    if (error instanceof DocumentError) return [problemError(`${path}${error.path}`, error.problem)];
    throw error;
  }
}
