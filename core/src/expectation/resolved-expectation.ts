import type { Compared } from '../meter';
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
  /**
   * Polar, and its sign is that of the probes alone: a band about zero is one of magnitude, in any other a value that fits
   * with the probes turned is reversed.
   */
  readonly turnable?: boolean;
  /** Above the band is something else than this quantity: no chart has to say where that leads. */
  readonly isForeignAbove?: boolean;
  /** With no known value: a finite one is still expected. */
  readonly finite: boolean;
  /** What was guessed; the band is wide enough for all of it, and nothing passes by it. */
  readonly guessed?: string;
  /** What a reading that is within does not prove. */
  readonly caveat?: Caveat;
  /** What has to be known before this can be judged. */
  readonly needs?: Needed;
  /** The other readings this one is compared with: their uncertainty counts as well. */
  readonly compared?: Compared;
  /** It has to move, to stand still, or to last. */
  readonly motion?: Motion;
  /** Several looks at the same points, in order. */
  readonly looks?: readonly Look[];
  /** The members of a list are alike; `absolute` is what each should be besides. */
  readonly balance?: { readonly within: number; readonly absolute?: ResolvedExpectation };
  /** Documents that disagree, while none was chosen. */
  readonly alternatives?: readonly Alternative[];
  /** Values that belong to something else, so that a miss can be told for what it is. */
  readonly elsewhere?: readonly { readonly words: string; readonly low: number; readonly high: number }[];
}

export interface Caveat {
  readonly kind: 'this-point-only' | 'alike-is-not-right' | 'proves-no-more';
  readonly words: string;
}

export type Needed =
  | { readonly kind: 'reading'; readonly name: string }
  | { readonly kind: 'position'; readonly selector: string; readonly positions: readonly string[] }
  | { readonly kind: 'choice'; readonly question: string; readonly options: readonly string[] }
  | { readonly kind: 'setting'; readonly setting: string }
  | { readonly kind: 'leads' };

export type Motion =
  | { readonly kind: 'swing'; readonly atLeast: number; readonly atMost: number }
  | { readonly kind: 'sustained'; readonly seconds: number };

export interface Look {
  readonly id: string;
  readonly name: string;
  readonly expectation: ResolvedExpectation;
}

export interface Alternative {
  readonly name: string;
  readonly expectation: ResolvedExpectation;
}

/** True for a polar quantity that should be next to nothing, whichever way round the probes are. */
export function isOfMagnitude({ turnable = false, low, high }: ResolvedExpectation): boolean {
  return turnable && low <= 0 && high >= 0;
}

/** True when the acceptable band is a should-be-zero band. */
export function shouldBeZero(expectation: ResolvedExpectation): boolean {
  return expectation.low <= 0 && Number.isFinite(expectation.high);
}
