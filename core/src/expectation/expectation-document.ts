/**
 * How an expected value is obtained, as written in a procedure. Quantities are texts such as "24 V".
 * The kinds of docs/formats/expectations.md that are not listed here are refused by name.
 */
export type ExpectationDocument =
  | NominalDocument
  | RangeDocument
  | LimitDocument
  | StateDocument
  | ZeroDocument
  | RtdDocument
  | NtcDocument
  | TableDocument
  | WindingDocument
  | BalancedDocument
  | RelativeDocument
  | CombinedDocument
  | SwingDocument
  | SustainedDocument
  | FollowsDocument
  | RatingDocument
  | PerPositionDocument
  | DocumentsDocument
  | ElapsedDocument
  | UnknownDocument;

/** Common to every kind. */
export interface ExpectationCommon {
  /** Where the value comes from: document and page, data sheet, or "common practice". */
  readonly source?: string;
  /** The nominal the quantity would have if present; decides between absent, partial and low. */
  readonly of?: string;
  /** Under this part of `of` a quantity is absent; default 5 %. */
  readonly absentBelow?: string;
  /** Under this part of `of` a quantity is only partly there; default 50 %. */
  readonly partialBelow?: string;
  /** What a reading that is within does not prove: "the regulator is alive, no more". */
  readonly caveat?: string;
}

/** The other quantity an expected value depends on: a reading of this visit, a known value, or a guess. */
export interface ReferenceDocument {
  /** Name of a reading (`gives`), a part of the same set, or `inside` and `outside` of the intake. */
  readonly reading?: string;
  /** Known without reading it, such as "0 °C" for melting ice; with a question mark it is a guess. */
  readonly value?: string;
  /** What it may be while it was not read: "5..35 °C". Widens the band, and nothing passes by it. */
  readonly guess?: string;
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

/** Zero on purpose: neutral to earth, both probes on one conductor, a closed contact. */
export interface ZeroDocument extends ExpectationCommon {
  readonly kind: 'zero';
  /** Highest that still counts as zero; default the larger of 1 V and 2 % of `of`, or 2 Ω over the leads. */
  readonly atMost?: string;
}

/** Platinum sensor, IEC 60751. */
export interface RtdDocument extends ExpectationCommon {
  readonly kind: 'rtd';
  readonly at0C: string;
  /** Tolerance class; `B` where neither a class nor a tolerance is written. */
  readonly class?: 'A' | 'B';
  /** Degrees, or percent or ohms of the value, in place of a class. */
  readonly tolerance?: string;
  readonly temperature: ReferenceDocument;
}

/** Thermistor, by its beta or by Steinhart and Hart; a list of values is a `table`. */
export interface NtcDocument extends ExpectationCommon {
  readonly kind: 'ntc';
  readonly at25C?: string;
  /** Kelvin. */
  readonly beta?: number;
  /** For ohms and kelvin. */
  readonly steinhartHart?: { readonly a: number; readonly b: number; readonly c: number };
  /** Percent or ohms of the value, or degrees; default 5 %. */
  readonly tolerance?: string;
  readonly temperature: ReferenceDocument;
}

/** Any two columns: the other quantity, and what this one should be. Nothing is known beyond the ends. */
export interface TableDocument extends ExpectationCommon {
  readonly kind: 'table';
  readonly rows: readonly (readonly string[])[];
  /** Percent or an amount of this quantity; default 5 %. */
  readonly tolerance?: string;
  readonly by: ReferenceDocument;
}

/** A winding whose ohms are known at one temperature. */
export interface WindingDocument extends ExpectationCommon {
  readonly kind: 'winding';
  readonly value: string;
  /** Temperature of `value`; default 20 °C. */
  readonly at?: string;
  readonly material?: 'copper' | 'aluminium';
  /** Default 7 %. */
  readonly tolerance?: string;
  readonly temperature: ReferenceDocument;
}

/** The parts of a set are alike, and where it is known also right. */
export interface BalancedDocument extends ExpectationCommon {
  readonly kind: 'balanced';
  /** Largest distance from the mean, as a part of it; default 5 %. */
  readonly within?: string;
  /** What each of them should be besides. */
  readonly absolute?: ExpectationDocument;
}

/** Compared with another reading or with the zeroed leads. */
export interface RelativeDocument extends ExpectationCommon {
  readonly kind: 'relative';
  readonly to: ReferenceDocument | 'leads';
  /** Default `same`. */
  readonly is?: 'same' | 'below' | 'above';
  /** At least this much below or above: an amount, or percent of the other. */
  readonly by?: string;
  /** For `same`: an amount or percent; default 10 %, over the leads 0.5 Ω. */
  readonly tolerance?: string;
}

/** The sum of other readings, or the first less the second. */
export interface CombinedDocument extends ExpectationCommon {
  readonly kind: 'sum' | 'difference';
  /** Names of readings, or parts of the same set. */
  readonly readings: readonly string[];
  /** Default 5 %. */
  readonly tolerance?: string;
}

/** Moves between two limits, or stands still between them. */
export interface SwingDocument extends ExpectationCommon {
  readonly kind: 'swing';
  readonly low: string;
  readonly high: string;
  /** Least difference between the highest and the lowest; less is `steady`. */
  readonly atLeast?: string;
  /** Largest difference; more is `unsteady`. */
  readonly atMost?: string;
  /** How long one looks. */
  readonly over?: string;
}

/** Holds for a time without dropping out. */
export interface SustainedDocument extends ExpectationCommon {
  readonly kind: 'sustained';
  readonly is: ExpectationDocument;
  readonly for: string;
}

/** Changes with an action, every time, and is in the other state beforehand. */
export interface FollowsDocument extends ExpectationCommon {
  readonly kind: 'follows';
  /** What is done: "press the float down". */
  readonly stimulus: string;
  readonly before: ExpectationDocument;
  readonly during: ExpectationDocument;
  /** How often; default 3. */
  readonly times?: number;
}

/** Derived from a rating: ohms or amps of a heater, amps of a coil or transformer, farads of a capacitor. */
export interface RatingDocument extends ExpectationCommon {
  readonly kind: 'rating';
  readonly power?: string;
  readonly apparent?: string;
  readonly capacitance?: string;
  /** Rated voltage; needed with `power` and `apparent`. */
  readonly at?: string;
  /** Default 10 %. */
  readonly tolerance?: string;
}

/** One value for each position of a selector, whose position has to be noted first. */
export interface PerPositionDocument extends ExpectationCommon {
  readonly kind: 'perPosition';
  /** Name of the selector in the conditions' `positions`. */
  readonly selector: string;
  readonly positions: Readonly<Record<string, string>>;
  /** Default 5 %. */
  readonly tolerance?: string;
}

/** Documents that disagree: each is kept, and until one is chosen only what all of them say is judged. */
export interface DocumentsDocument extends ExpectationCommon {
  readonly kind: 'documents';
  /** What a choice settles, for every expectation that asks the same: "motor-variant". */
  readonly question: string;
  readonly sources: readonly SourcedExpectation[];
}

export interface SourcedExpectation {
  readonly document: string;
  readonly page?: string;
  readonly variant?: string;
  readonly expect: ExpectationDocument;
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
export const EXPECTATION_KINDS = [
  'nominal',
  'range',
  'limit',
  'state',
  'zero',
  'rtd',
  'ntc',
  'table',
  'winding',
  'balanced',
  'relative',
  'sum',
  'difference',
  'swing',
  'sustained',
  'follows',
  'rating',
  'perPosition',
  'documents',
  'elapsed',
  'unknown',
] as const satisfies readonly ExpectationDocument['kind'][];

/** Kinds of the format that are kept in documents but cannot be judged yet. */
export const LATER_EXPECTATION_KINDS = ['computed'] as const;
