import type { ResolvedExpectation } from '../expectation';
import { formatValue, inBase } from '../quantity';
import type { SingleReading } from './measured-interval';
import type { Verdict } from './verdict';
import { REASONS } from './words';

/** The verdict on something that has to move, to stand still or to last; `plain` compares its ends with the band. */
export function decideMotion(
  reading: SingleReading,
  expectation: ResolvedExpectation,
  plain: () => Verdict,
): { readonly verdict: Verdict; readonly why?: string } {
  const { motion, unit } = expectation;
  if (!motion) return { verdict: plain() };
  if (reading.kind === 'span' && reading.dropOuts > 0) {
    const lasted = formatValue(inBase(reading.lasted), 's');
    return { verdict: 'unsteady', why: REASONS.droppedOutIn(reading.dropOuts, lasted) };
  }
  if (motion.kind === 'sustained') return decideSustained(reading, motion.seconds, plain);
  if (reading.kind === 'unsteady' && motion.atLeast === 0) return { verdict: 'unsteady' };
  const moved = reading.kind === 'swing' || reading.kind === 'span' ? inBase(reading.high) - inBase(reading.low) : 0;
  const isMoving = reading.kind === 'unsteady';
  if (motion.atLeast > 0 && moved < motion.atLeast && !isMoving)
    return {
      verdict: 'steady',
      why: REASONS.hardlyMoved(formatValue(moved, unit), formatValue(motion.atLeast, unit)),
    };
  if (moved > motion.atMost)
    return {
      verdict: 'unsteady',
      why: REASONS.movedTooFar(formatValue(moved, unit), formatValue(motion.atMost, unit)),
    };
  return { verdict: plain() };
}

function decideSustained(
  reading: SingleReading,
  seconds: number,
  plain: () => Verdict,
): { readonly verdict: Verdict; readonly why?: string } {
  if (reading.kind === 'unsteady') return { verdict: 'unsteady' };
  const verdict = plain();
  if (verdict !== 'within') return { verdict };
  const lasted = reading.kind === 'span' ? inBase(reading.lasted) : 0;
  if (lasted >= seconds) return { verdict };
  const asked = formatValue(seconds, 's');
  const why = lasted === 0 ? REASONS.onceIsNotForLong(asked) : REASONS.notLongEnough(formatValue(lasted, 's'), asked);
  return { verdict: 'undecided', why };
}
