import type { ExpectationKind } from '../expectation-kind';
import { balancedKind, type BalancedDocument } from './balanced';
import { documentsKind, type DocumentsDocument } from './documents';
import { elapsedKind, type ElapsedDocument } from './elapsed';
import { followsKind, type FollowsDocument } from './follows';
import { insulationKind, type InsulationDocument } from './insulation';
import { limitKind, type LimitDocument } from './limit';
import { nominalKind, type NominalDocument } from './nominal';
import { ntcKind, type NtcDocument } from './ntc';
import { perPositionKind, type PerPositionDocument } from './per-position';
import { rangeKind, type RangeDocument } from './range';
import { ratingKind, type RatingDocument } from './rating';
import { relativeKind, type RelativeDocument } from './relative';
import { rtdKind, type RtdDocument } from './rtd';
import { stateKind, type StateDocument } from './state';
import { sumKind, differenceKind, type CombinedDocument } from './combined';
import { sustainedKind, type SustainedDocument } from './sustained';
import { swingKind, type SwingDocument } from './swing';
import { tableKind, type TableDocument } from './table';
import { unknownKind, type UnknownDocument } from './unknown';
import { windingKind, type WindingDocument } from './winding';
import { zeroKind, type ZeroDocument } from './zero';

export type {
  BalancedDocument,
  CombinedDocument,
  DocumentsDocument,
  ElapsedDocument,
  FollowsDocument,
  InsulationDocument,
  LimitDocument,
  NominalDocument,
  NtcDocument,
  PerPositionDocument,
  RangeDocument,
  RatingDocument,
  RelativeDocument,
  RtdDocument,
  StateDocument,
  SustainedDocument,
  SwingDocument,
  TableDocument,
  UnknownDocument,
  WindingDocument,
  ZeroDocument,
};
export type { SourcedExpectation } from './documents';
export type { StateWord } from './state';

/**
 * How an expected value is obtained, as written in a procedure. Quantities are texts such as "24 V". A new kind is a file of
 * its own, a line here and one in the registry below.
 */
export type ExpectationDocument =
  | RtdDocument
  | NtcDocument
  | TableDocument
  | WindingDocument
  | BalancedDocument
  | RelativeDocument
  | CombinedDocument
  | SwingDocument
  | FollowsDocument
  | RatingDocument
  | InsulationDocument
  | PerPositionDocument
  | DocumentsDocument
  | SustainedDocument
  | ElapsedDocument
  | UnknownDocument
  | StateDocument
  | ZeroDocument
  | LimitDocument
  | RangeDocument
  | NominalDocument;

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
  insulation: insulationKind,
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
