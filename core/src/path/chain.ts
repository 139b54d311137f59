import type { PathDocument } from '../unit-model';
import type { Hypothesis } from './hypotheses';
import type { Layout } from './layout';

/** A path laid out, with what follows from that. */
export interface Chain extends Layout {
  readonly path: PathDocument;
  /** Volts that stand across whatever is open. */
  readonly nominal: number;
  readonly function: 'ac-voltage' | 'dc-voltage';
  /** Every single thing that may be wrong with it. */
  readonly hypotheses: readonly Hypothesis[];
}
