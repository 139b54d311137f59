import type { Verdict } from '@juxtameter/core';
import type { JuxtaInput } from '../../juxta/juxta-axis';

export type RowKind = 'reading' | 'look' | 'energy' | 'note' | 'finding' | 'mark' | 'proof';

/** One line of the log book as it is shown. */
export interface LogRow {
  /** Id of its event; of the first for a proof of dead. */
  readonly id: string;
  /** Counts the steps walked; undefined for what stands beside them. */
  readonly number?: number;
  readonly kind: RowKind;
  readonly title: string;
  readonly detail: string;
  readonly value: string;
  readonly verdict?: Verdict;
  readonly comparison?: JuxtaInput;
  readonly at: string;
  readonly zone?: string;
  readonly by: string;
  /** The day it begins, in a log of several days. */
  readonly day?: string;
  readonly isRetracted: boolean;
  readonly isEvidence: boolean;
  readonly isClockDoubtful: boolean;
  /** The arithmetic or what else can be read when the line is opened. */
  readonly more: readonly string[];
  /** The step to measure again. */
  readonly step?: string;
  readonly canRetract: boolean;
}
