import { FUNCTIONS, type MeasurementFunction } from '../../quantity';
import type { Asked } from '../reading';

/** Where the two probes go. */
export interface Points {
  readonly from?: string;
  readonly to?: string;
  /** What is measured there: where the sign matters, the leads are told apart by it. */
  readonly function?: MeasurementFunction;
}

/** Where the probes go for what is asked; nowhere where it must not be measured, so that nobody is led there. */
export function pointsFor(asked: Asked | undefined): Points {
  return asked === undefined || isForbidden(asked) ? {} : asked;
}

/** Not proven dead, or not with this meter. */
export function isForbidden({ unmet, refusal }: Pick<Asked, 'unmet' | 'refusal'>): boolean {
  return refusal !== undefined || unmet.some(({ state }) => state === 'proven-dead');
}

/**
 * The sign of the lead that goes there: A is the lead in the jack for volts, B the common one.
 *
 * @example leadSign('dc-voltage', 'A') // "+"
 * @example leadSign('ac-voltage', 'A') // undefined
 */
export function leadSign(measured: MeasurementFunction | undefined, probe: 'A' | 'B'): '+' | '−' | undefined {
  if (measured === undefined || !FUNCTIONS[measured].polar) return undefined;
  return probe === 'A' ? '+' : '−';
}
