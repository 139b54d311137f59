import type { Meter } from '../../meter';
import { FUNCTIONS, type MeasurementFunction, type SingleReading } from '../../quantity';
import type { ConductorPair } from '../../unit-model';
import { judge, measuredInterval } from '../../verdict';
import type { EventOf } from '../record';
import { pairExpectation, showsLive } from './proof-of-dead';

/**
 * Whether one pair of a proof is dead by what was read of it. What a log says the reading came to is heard only where
 * its figure says so too: another program, another version or a damaged file may say "within" of 230 V. Without a
 * figure it counts where it says itself that it is hearsay.
 */
export function showsDead(
  read: EventOf<'reading-taken'>,
  pair: ConductorPair,
  current: 'ac' | 'dc',
  limit: number,
  meter: Meter | undefined,
): boolean {
  if (read.judgement.verdict !== 'within') return false;
  const { function: measured, expectation } = pairExpectation(limit, current);
  if (read.function !== measured || !isBetween(read, pair)) return false;
  if (!read.reading) return read.grade === 'reported';
  if (read.reading.kind === 'list' || !canBeShown(read.reading, measured)) return false;
  return judge({ reading: read.reading, function: measured, expectation, meter }).verdict === 'within';
}

/** No meter shows less than nothing of what has no sign. */
function canBeShown(reading: SingleReading, measured: MeasurementFunction): boolean {
  const figures = 'quantity' in reading ? [reading.quantity] : 'low' in reading ? [reading.low, reading.high] : [];
  return !FUNCTIONS[measured].neverNegative || figures.every(({ value }) => value >= 0);
}

/** Whichever way the probes were. */
function isBetween({ from, to }: EventOf<'reading-taken'>, pair: ConductorPair): boolean {
  return (from === pair.from && to === pair.to) || (from === pair.to && to === pair.from);
}

/**
 * Whether a check on a known source shows the meter alive in this function; one that does not say in which, in an older
 * log, stood for both. A figure that shows nothing shows nothing, whatever is said of it.
 */
export function showsMeterAlive(
  { shows, current: shown, reading }: EventOf<'meter-proven'>,
  current: 'ac' | 'dc',
  nominal: number,
): boolean {
  if (shows !== 'live' || (shown ?? current) !== current) return false;
  return reading === undefined || showsLive(reading, nominal, shown ?? 'ac') === 'live';
}

/**
 * True where a reading is said to be within and its own figure lies outside of what it should be: no version of the
 * rules ever took a value for right that is beyond the limit itself.
 */
export function isDeniedByFigure({
  judgement,
  joint,
  reading,
  function: measured,
  expectation,
}: EventOf<'reading-taken'>): boolean {
  if (judgement.verdict !== 'within' || joint || !reading || reading.kind === 'list' || !expectation) return false;
  // Of ohms the leads are taken off, by a zero that is noted elsewhere.
  if (FUNCTIONS[measured].needsDead) return false;
  const { low = -Infinity, high = Infinity, bands } = expectation;
  if (bands || !(low <= high)) return false;
  const { value } = measuredInterval(reading, measured);
  return value !== undefined && (value < low || value > high);
}
