import type { ResolvedExpectation } from '../expectation';
import type { LeadState, Meter } from '../meter';
import type { MeasurementFunction, Reading } from '../quantity';
import type { JudgementNote } from './judgement-note';
import type { Verdict } from './verdict';
import type { StrayEstimate } from './ways-to-decide';

export interface JudgeInput {
  readonly reading: Reading;
  readonly function: MeasurementFunction;
  readonly expectation: ResolvedExpectation;
  readonly meter?: Meter;
  readonly leads?: LeadState;
  /** The meter's mode that loads the circuit was used: no stray voltage stands up to it. */
  readonly isLowImpedance?: boolean;
  /** What an open lead at these points may show. */
  readonly stray?: StrayEstimate | 'held';
  /** Why the conditions do not hold; any entry makes the reading invalid. */
  readonly invalidBecause?: readonly string[];
}

/** The comparison of a reading with its expectation. All figures in the function's base unit; JSON-safe. */
export interface Judgement {
  readonly verdict: Verdict;
  /** The arithmetic, in one sentence a person can check. */
  readonly sentence: string;
  readonly value?: number;
  /** 95 % interval; an end that is missing is infinite. */
  readonly interval?: { readonly low?: number; readonly high?: number };
  /** Probability that the true value is inside the band; missing for bounds and where nothing is judged. */
  readonly probability?: number;
  /** For an undecided or partial reading: what may settle it, cheapest first. */
  readonly waysToDecide?: readonly string[];
  /** What is easily got wrong about it. */
  readonly notes?: readonly JudgementNote[];
  readonly rulesVersion: number;
}

/** Judges one reading; handed to what judges several of them together. */
export type Judge = (input: JudgeInput) => Judgement;
