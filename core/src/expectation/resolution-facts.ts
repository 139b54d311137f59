import type { Uncertainty } from '../meter';
import type { Dimension } from '../quantity';

/** What a resolution may know beyond the document. */
export interface ResolutionFacts {
  /** Address of a setting to the time its recorded position stands for, as a text such as "90 s". */
  readonly times?: Readonly<Record<string, string>>;
  /** Selectors and settings to their noted position. */
  readonly positions?: Readonly<Record<string, string>>;
  /** Questions between documents to the chosen one. */
  readonly choices?: Readonly<Record<string, string>>;
  /** Ohms of the leads, once zeroed. */
  readonly leadZero?: number;
  /** The newest reading of this name. */
  readonly reading?: (name: string) => NamedReading | undefined;
}

/** A reading of this visit that others are compared with; base units. */
export interface NamedReading {
  readonly dimension: Dimension;
  readonly value: number;
  /** 95 % interval. */
  readonly low: number;
  readonly high: number;
  readonly words: string;
  /** Somebody's assumption: no better than a guess. */
  readonly isGuess: boolean;
  readonly uncertainty?: Uncertainty;
}
