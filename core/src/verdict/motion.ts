import type { Motion } from '../expectation';
import { formatValue, inBase, type UnitSymbol, type SingleReading } from '../quantity';
import type { Verdict } from './verdict';
import { REASONS } from './words';

/** By how much it moved, as far as the meter can tell; base unit. */
export interface Moved {
  readonly low: number;
  readonly high: number;
}

interface Found {
  readonly verdict: Verdict;
  readonly why?: string;
}

/**
 * The verdict on something that has to move, to stand still or to last; `plain` compares its ends with the band. What is
 * outside the band is that before anything is said of its motion: 320 V that stand still are no swing of 9 to 61 V that
 * has stopped, and neither is nothing.
 */
export function decideMotion(
  reading: SingleReading,
  motion: Motion,
  unit: UnitSymbol,
  plain: () => Verdict,
  moved: () => Moved,
): Found {
  if (reading.kind === 'span' && reading.dropOuts > 0) {
    const lasted = timeWords(inBase(reading.lasted));
    return { verdict: 'unsteady', why: REASONS.droppedOutIn(reading.dropOuts, lasted) };
  }
  if (motion.kind === 'sustained') return decideSustained(reading, motion.seconds, plain);
  if (reading.kind === 'unsteady' && motion.atLeast === 0) return { verdict: 'unsteady' };
  const inBand = plain();
  if (inBand !== 'within' && inBand !== 'undecided') return { verdict: inBand };
  // Beyond the display nobody saw it move or stand still.
  if (isBound(reading) || reading.kind === 'unsteady') return { verdict: 'undecided', why: REASONS.notSaidHowFar() };
  return decideDistance(moved(), motion, unit) ?? { verdict: inBand };
}

function isBound({ kind }: SingleReading): boolean {
  return kind === 'over-range' || kind === 'above' || kind === 'below' || kind === 'never';
}

/** Whether it moved far enough and not too far; undefined where it did. */
function decideDistance(
  { low, high }: Moved,
  { atLeast, atMost }: { readonly atLeast: number; readonly atMost: number },
  unit: UnitSymbol,
): Found | undefined {
  const by = low === high ? formatValue(low, unit) : `${formatValue(low, unit)} to ${formatValue(high, unit)}`;
  const tooLittle = REASONS.hardlyMoved(by, formatValue(atLeast, unit));
  const tooFar = REASONS.movedTooFar(by, formatValue(atMost, unit));
  if (high < atLeast) return { verdict: 'steady', why: tooLittle };
  if (low > atMost) return { verdict: 'unsteady', why: tooFar };
  if (low < atLeast) return { verdict: 'undecided', why: tooLittle };
  return high > atMost ? { verdict: 'undecided', why: tooFar } : undefined;
}

function decideSustained(reading: SingleReading, seconds: number, plain: () => Verdict): Found {
  if (reading.kind === 'unsteady') return { verdict: 'unsteady' };
  const verdict = plain();
  if (verdict !== 'within') return { verdict };
  const lasted = reading.kind === 'span' ? inBase(reading.lasted) : 0;
  if (lasted >= seconds) return { verdict };
  const asked = timeWords(seconds);
  const why = lasted === 0 ? REASONS.onceIsNotForLong(asked) : REASONS.notLongEnough(timeWords(lasted), asked);
  return { verdict: 'undecided', why };
}

/** "15 min", "40 s": whole minutes as such. */
function timeWords(seconds: number): string {
  return seconds >= 60 && seconds % 60 === 0 ? formatValue(seconds / 60, 'min') : formatValue(seconds, 's');
}
