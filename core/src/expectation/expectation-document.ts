/**
 * How an expected value is obtained, as written in a procedure. Quantities are texts such as "24 V".
 * The kinds of docs/formats/expectations.md that are not listed here are refused by name.
 */
export type ExpectationDocument =
  NominalDocument | RangeDocument | LimitDocument | StateDocument | ElapsedDocument | UnknownDocument;

/** Common to every kind. */
interface ExpectationCommon {
  /** Where the value comes from: document and page, data sheet, or "common practice". */
  readonly source?: string;
  /** The nominal the quantity would have if present; decides between absent, partial and low. */
  readonly of?: string;
  /** Under this part of `of` a quantity is absent; default 5 %. */
  readonly absentBelow?: string;
  /** Under this part of `of` a quantity is only partly there; default 50 %. */
  readonly partialBelow?: string;
}

export interface NominalDocument extends ExpectationCommon {
  readonly kind: 'nominal';
  readonly value: string;
  /** Percent of the value or an absolute amount, both ways; default 10 %. */
  readonly tolerance?: string;
  readonly plus?: string;
  readonly minus?: string;
}

export interface RangeDocument extends ExpectationCommon {
  readonly kind: 'range';
  readonly low: string;
  readonly high: string;
}

export interface LimitDocument extends ExpectationCommon {
  readonly kind: 'limit';
  readonly atMost?: string;
  readonly atLeast?: string;
  /** Over the zeroed leads; readings of resistance are corrected for them in any case. */
  readonly relativeTo?: 'leads';
}

export type StateWord = 'present' | 'absent' | 'closed' | 'open';

export interface StateDocument extends ExpectationCommon {
  readonly kind: 'state';
  readonly is: StateWord;
  readonly of?: string;
  /** Present from this part of `of`; default 80 %. */
  readonly presentFrom?: string;
  /** Closed under this voltage or resistance; default the larger of 1 V and 2 % of `of`, or 5 Ω. */
  readonly closedBelow?: string;
  /** Open from this part of `of` or this resistance; default 80 %, or 1 MΩ. */
  readonly openFrom?: string;
}

export interface ElapsedDocument extends ExpectationCommon {
  readonly kind: 'elapsed';
  /** What is timed, from what to what: "fan off after the call ends". */
  readonly event?: string;
  readonly atLeast?: string;
  readonly atMost?: string;
  /** Address of the setting that chooses the time, such as "BC.S2"; its position has to be read first. */
  readonly bySetting?: string;
  /** The times the setting chooses from. */
  readonly oneOf?: readonly string[];
  /** Of the time the setting chooses; default 10 %. */
  readonly tolerance?: string;
}

export interface UnknownDocument extends ExpectationCommon {
  readonly kind: 'unknown';
  /** No value is known, but it is finite: open and shorted are still judged. */
  readonly finite?: boolean;
}

/** Kinds the product knows by name. */
export const EXPECTATION_KINDS = ['nominal', 'range', 'limit', 'state', 'elapsed', 'unknown'] as const;

/** Kinds of the format that are kept in documents but cannot be judged yet. */
export const LATER_EXPECTATION_KINDS = [
  'rtd',
  'ntc',
  'table',
  'winding',
  'balanced',
  'swing',
  'follows',
  'sustained',
  'relative',
  'rating',
  'perPosition',
  'computed',
] as const;
