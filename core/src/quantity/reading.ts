import type { Quantity } from './quantity';

/** What the meter showed, as typed: one look, or several. */
export type Reading =
  | SingleReading
  /** Several looks at the same two points, or several parts in order. */
  | { readonly kind: 'list'; readonly members: readonly SingleReading[] };

/** One look at the display. */
export type SingleReading =
  | { readonly kind: 'value'; readonly quantity: Quantity }
  /** The display says over range ("OL"). */
  | { readonly kind: 'over-range' }
  /** Beyond what the display can show: above or below a bound. */
  | { readonly kind: 'above'; readonly quantity: Quantity }
  | { readonly kind: 'below'; readonly quantity: Quantity }
  /** Moves between two values; `low` is not above `high`. */
  | { readonly kind: 'swing'; readonly low: Quantity; readonly high: Quantity }
  /** Watched for a time: lowest, highest, how long, and how often it dropped out. */
  | {
      readonly kind: 'span';
      readonly low: Quantity;
      readonly high: Quantity;
      readonly lasted: Quantity;
      readonly dropOuts: number;
    }
  /** Will not settle around a value. */
  | { readonly kind: 'unsteady'; readonly quantity: Quantity }
  /** What was timed did not happen while someone watched. */
  | { readonly kind: 'never' };

/** The result of reading what was typed: a reading, a question to the technician, or an error with examples. */
export type ParsedReading<Kind extends Reading = Reading> =
  | { readonly outcome: 'reading'; readonly reading: Kind }
  | { readonly outcome: 'ask'; readonly question: string; readonly candidates: readonly Kind[] }
  | { readonly outcome: 'error'; readonly message: string; readonly accepted: readonly string[] };
