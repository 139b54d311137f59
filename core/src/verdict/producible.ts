import type { ResolvedExpectation } from '../expectation';
import { isOfMagnitude, shouldBeZero } from '../expectation';
import { FUNCTIONS, type MeasurementFunction } from '../quantity';
import type { Verdict } from './verdict';

/**
 * The verdicts a steady, decided reading of this expectation can end in; a chart must say where each leads.
 * Undecided, unsteady and invalid readings are taken again instead of branching.
 */
export function producibleVerdicts(
  expectation: ResolvedExpectation,
  measured: MeasurementFunction,
): ReadonlySet<Verdict> {
  const { dimension, canBeAbsent } = FUNCTIONS[measured];
  const found = new Set<Verdict>();
  const isResistance = dimension === 'resistance';
  if (expectation.looks) return found.add('within').add('steady').add('mixed');
  if (expectation.alternatives) {
    for (const each of expectation.alternatives)
      for (const verdict of producibleVerdicts(each.expectation, measured)) found.add(verdict);
    return found.add('unjudged');
  }
  if (expectation.balance) {
    found.add('within').add('unbalanced');
    if (isResistance) found.add('open');
    const { absolute } = expectation.balance;
    if (!absolute) return found;
    for (const verdict of producibleVerdicts(absolute, measured)) found.add(verdict);
    return found.add('mixed');
  }
  if (expectation.needs && expectation.needs.kind !== 'choice') {
    // What it will be compared with is not known before the visit: any side may come out.
    found.add('within').add('low').add('high').add('unjudged');
    if (isResistance) found.add('open').add('shorted');
    return found;
  }
  if (!expectation.judgeable) {
    found.add('unjudged');
    if (isResistance && expectation.finite && !Number.isFinite(expectation.high)) found.add('open').add('shorted');
    return found;
  }
  found.add('within');
  const { motion } = expectation;
  if (motion?.kind === 'swing' && motion.atLeast > 0) found.add('steady');
  // What has to hold or to stand still is asked about because it may not.
  if (motion && (motion.kind === 'sustained' || Number.isFinite(motion.atMost))) found.add('unsteady');
  const canBeBelow =
    !isOfMagnitude(expectation) &&
    (expectation.low > 0 || (expectation.low > -Infinity && !FUNCTIONS[measured].neverNegative));
  const canBeAbove = expectation.high < Infinity && !expectation.isForeignAbove;
  if (canBeBelow) found.add('low');
  if (canBeAbove) found.add('high');
  if (isResistance && canBeBelow) found.add('shorted');
  if (isResistance && canBeAbove) found.add('open');
  if (canBeAbsent && expectation.of !== undefined) {
    if (canBeBelow && !shouldBeZero(expectation)) found.add('absent').add('partial');
    if (canBeAbove && shouldBeZero(expectation)) found.add('partial');
  }
  return found;
}

/**
 * Every verdict a decided reading can come to at all: besides those a chart has to lead on, what the expectation leaves to
 * something else (a foreign voltage above a presence), and any side of what is not known before the visit.
 */
export function possibleVerdicts(
  expectation: ResolvedExpectation,
  measured: MeasurementFunction,
): ReadonlySet<Verdict> {
  // Whatever is read may refuse to settle.
  const found = new Set<Verdict>(producibleVerdicts(expectation, measured)).add('unsteady');
  if (expectation.isForeignAbove) found.add('high');
  if (expectation.alternatives)
    for (const each of expectation.alternatives)
      for (const verdict of possibleVerdicts(each.expectation, measured)) found.add(verdict);
  if (expectation.needs && expectation.needs.kind !== 'choice' && FUNCTIONS[measured].canBeAbsent)
    found.add('absent').add('partial');
  return found;
}
