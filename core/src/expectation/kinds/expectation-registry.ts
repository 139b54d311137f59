import type { ExpectationKind } from '../expectation-kind';
import { balancedKind } from './balanced';
import { documentsKind } from './documents';
import { elapsedKind } from './elapsed';
import { followsKind } from './follows';
import { limitKind } from './limit';
import { nominalKind } from './nominal';
import { ntcKind } from './ntc';
import { perPositionKind } from './per-position';
import { rangeKind } from './range';
import { ratingKind } from './rating';
import { relativeKind } from './relative';
import { rtdKind } from './rtd';
import { stateKind } from './state';
import { sumKind, differenceKind } from './combined';
import { sustainedKind } from './sustained';
import { swingKind } from './swing';
import { tableKind } from './table';
import { unknownKind } from './unknown';
import { windingKind } from './winding';
import { zeroKind } from './zero';
import type { CombinedDocument, ExpectationDocument } from './expectation-shapes';

type DocumentOf<Kind extends ExpectationDocument['kind']> = Kind extends CombinedDocument['kind']
  ? CombinedDocument
  : Extract<ExpectationDocument, { readonly kind: Kind }>;

/**
 * What the product knows of every kind of expectation, in the order in which their lines are tried: those that begin with
 * words of their own first, a bare value last. A kind without an entry does not compile.
 */
export const EXPECTATION_REGISTRY: {
  readonly [Kind in ExpectationDocument['kind']]: ExpectationKind<DocumentOf<Kind>>;
} = {
  rtd: rtdKind,
  ntc: ntcKind,
  table: tableKind,
  winding: windingKind,
  balanced: balancedKind,
  relative: relativeKind,
  sum: sumKind,
  difference: differenceKind,
  swing: swingKind,
  follows: followsKind,
  rating: ratingKind,
  perPosition: perPositionKind,
  sustained: sustainedKind,
  documents: documentsKind,
  elapsed: elapsedKind,
  unknown: unknownKind,
  state: stateKind,
  zero: zeroKind,
  limit: limitKind,
  range: rangeKind,
  nominal: nominalKind,
};

/** Kinds the product knows by name. */
export const EXPECTATION_KINDS = Object.keys(EXPECTATION_REGISTRY) as readonly ExpectationDocument['kind'][];

/** What is known of a document's kind; undefined for one that cannot be judged. */
export function expectationKindOf(document: ExpectationDocument): ExpectationKind<ExpectationDocument> | undefined {
  return Object.hasOwn(EXPECTATION_REGISTRY, document.kind)
    ? (EXPECTATION_REGISTRY[document.kind] as unknown as ExpectationKind<ExpectationDocument>)
    : undefined;
}

/** Kinds of the format that are kept in documents but cannot be judged yet. */
export const LATER_EXPECTATION_KINDS = ['computed'] as const;
