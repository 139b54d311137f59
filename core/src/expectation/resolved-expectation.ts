import type { UnitSymbol } from '../quantity';

/** What a reading should be, in numbers. All values in the function's base unit. */
export interface ResolvedExpectation {
  /** Lowest and highest acceptable value; -Infinity and Infinity where there is no limit. */
  readonly low: number;
  readonly high: number;
  readonly unit: UnitSymbol;
  /** The nominal the quantity would have if present; undefined where nothing like it exists. */
  readonly of?: number;
  /** Parts of `of`, as fractions. */
  readonly absentBelow: number;
  readonly partialBelow: number;
  /** What should be, in words: "24 V +20 −15 %", "closed". */
  readonly words: string;
  /** How the limits follow, in words: "at most the larger of 1 V and 2 % of 24 V". */
  readonly rule: string;
  readonly source?: string;
  /** False when no expected value is known or it rests on a guess. */
  readonly judgeable: boolean;
  /** With no known value: a finite one is still expected. */
  readonly finite: boolean;
}

/** True when the acceptable band is a should-be-zero band. */
export function shouldBeZero(expectation: ResolvedExpectation): boolean {
  return expectation.low <= 0 && Number.isFinite(expectation.high);
}
