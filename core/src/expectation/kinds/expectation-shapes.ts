import type { BalancedDocument } from './balanced';
import type { CombinedDocument } from './combined';
import type { DocumentsDocument } from './documents';
import type { ElapsedDocument } from './elapsed';
import type { FollowsDocument } from './follows';
import type { LimitDocument } from './limit';
import type { NominalDocument } from './nominal';
import type { NtcDocument } from './ntc';
import type { PerPositionDocument } from './per-position';
import type { RangeDocument } from './range';
import type { RatingDocument } from './rating';
import type { RelativeDocument } from './relative';
import type { RtdDocument } from './rtd';
import type { StateDocument } from './state';
import type { SustainedDocument } from './sustained';
import type { SwingDocument } from './swing';
import type { TableDocument } from './table';
import type { UnknownDocument } from './unknown';
import type { WindingDocument } from './winding';
import type { ZeroDocument } from './zero';

export type {
  BalancedDocument,
  CombinedDocument,
  DocumentsDocument,
  ElapsedDocument,
  FollowsDocument,
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
 * its own, a line here and one in the registry.
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
