import type { ResolvedExpectation } from '../expectation';
import { formatValue, inBase } from '../quantity';
import type { SingleReading } from './measured-interval';
import type { Verdict } from './verdict';

/** The verdict on something that has to move, to stand still or to last; `plain` compares its ends with the band. */
export function decideMotion(
  reading: SingleReading,
  expectation: ResolvedExpectation,
  plain: () => Verdict,
): { readonly verdict: Verdict; readonly why?: string } {
  const { motion, unit } = expectation;
  if (!motion) return { verdict: plain() };
  if (reading.kind === 'span' && reading.dropOuts > 0) {
    const count = reading.dropOuts === 1 ? 'once' : `${reading.dropOuts} times`;
    return { verdict: 'unsteady', why: `It dropped out ${count} in ${formatValue(inBase(reading.lasted), 's')}` };
  }
  if (motion.kind === 'sustained') return decideSustained(reading, motion.seconds, plain);
  if (reading.kind === 'unsteady' && motion.atLeast === 0) return { verdict: 'unsteady' };
  const moved = reading.kind === 'swing' || reading.kind === 'span' ? inBase(reading.high) - inBase(reading.low) : 0;
  const isMoving = reading.kind === 'unsteady';
  if (motion.atLeast > 0 && moved < motion.atLeast && !isMoving)
    return {
      verdict: 'steady',
      why: `It moved by ${formatValue(moved, unit)}, at least ${formatValue(motion.atLeast, unit)} was expected`,
    };
  if (moved > motion.atMost)
    return {
      verdict: 'unsteady',
      why: `It moved by ${formatValue(moved, unit)}, no more than ${formatValue(motion.atMost, unit)} was expected`,
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
  const so = lasted === 0 ? 'One look says nothing of the time' : `Held ${formatValue(lasted, 's')} so far`;
  return { verdict: 'undecided', why: `${so}; ${formatValue(seconds, 's')} are asked for` };
}
