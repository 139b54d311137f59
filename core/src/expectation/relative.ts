import { DocumentError, formatValue, FUNCTIONS, type MeasurementFunction } from '../quantity';
import { notYetKnown, thresholdsOf } from './common';
import type { CombinedDocument, RelativeDocument } from './expectation-document';
import { resolveReference, spoken } from './reference';
import type { NamedReading, ResolutionFacts } from './resolution-facts';
import type { ResolvedExpectation } from './resolved-expectation';
import { readTolerance } from './tolerance';

const DEFAULT_TOLERANCE = '10 %';
/** How well zeroed leads repeat, twice over; common practice, no source. */
const OVER_LEADS = '0.5 Ω';

/** The same as, below or above another reading. */
export function resolveRelative(
  document: RelativeDocument,
  measured: MeasurementFunction,
  facts: ResolutionFacts = {},
): ResolvedExpectation {
  const { dimension, unit, neverNegative } = FUNCTIONS[measured];
  if (document.to === 'leads') return overLeads(document, measured, facts);
  const to = resolveReference(document.to, 'to', dimension, facts);
  if ('needs' in to) return notYetKnown(document, measured, `compared with ${to.words}`, to.needs);
  const name = document.to.reading;
  const other = name === undefined ? to.words : `${spoken(name)} (${to.words})`;
  const middle = (to.low + to.high) / 2;
  const centre = to.reading?.value ?? middle;
  const common = {
    ...thresholdsOf(document, measured),
    judgeable: true,
    finite: true,
    compared: comparedWith(to.reading ? [{ reading: to.reading, sign: 1 }] : []),
    ...(to.guessed === undefined ? {} : { guessed: to.guessed }),
  };
  if (document.is === undefined || document.is === 'same') {
    const tolerance = document.tolerance ?? DEFAULT_TOLERANCE;
    const off = readTolerance(tolerance, 'tolerance', centre, dimension);
    const [low, high] = to.reading ? [centre, centre] : [to.low, to.high];
    const words = `the same as ${other} ±${tolerance}`;
    return {
      ...common,
      low: low - off,
      high: high + off,
      of: centre,
      words,
      rule: `${words}: ${span(low - off, high + off, unit)}`,
    };
  }
  if (document.by === undefined)
    throw new DocumentError('by', `"${document.is}" says by how much at least.`, ['"by": "50 %"', '"by": "2 V"']);
  const by = readTolerance(document.by, 'by', centre, dimension);
  const isBelow = document.is === 'below';
  const limit = isBelow ? (to.reading ? centre : to.low) - by : (to.reading ? centre : to.high) + by;
  const words = `at least ${document.by} ${document.is} ${other}`;
  const floor = neverNegative ? 0 : -Infinity;
  return {
    ...common,
    low: isBelow ? floor : limit,
    high: isBelow ? limit : Infinity,
    of: centre,
    words,
    rule: `${words}: ${isBelow ? 'at most' : 'at least'} ${formatValue(limit, unit, 4)}`,
  };
}

function overLeads(
  document: RelativeDocument,
  measured: MeasurementFunction,
  facts: ResolutionFacts,
): ResolvedExpectation {
  if (FUNCTIONS[measured].dimension !== 'resistance')
    throw new DocumentError('to', 'Leads are compared with by ohms.', ['"function": "resistance"']);
  if (facts.leadZero === undefined)
    return notYetKnown(document, measured, 'the same as the leads, which are not zeroed', { kind: 'leads' });
  const tolerance = document.tolerance ?? OVER_LEADS;
  const most = readTolerance(tolerance, 'tolerance', facts.leadZero, 'resistance');
  const words = `the same as the leads (${formatValue(facts.leadZero, 'Ω')}) +${tolerance}`;
  return { ...thresholdsOf(document, measured), low: 0, high: most, words, rule: words, judgeable: true, finite: true };
}

/** The sum of other readings, or the first less the second. */
export function resolveCombined(
  document: CombinedDocument,
  measured: MeasurementFunction,
  facts: ResolutionFacts = {},
): ResolvedExpectation {
  const { dimension, unit } = FUNCTIONS[measured];
  const isSum = document.kind === 'sum';
  if (document.readings.length < 2 || (!isSum && document.readings.length !== 2))
    throw new DocumentError('readings', isSum ? 'A sum has at least two readings.' : 'A difference has two readings.', [
      '["L1-N", "L2-N"]',
    ]);
  const read: { reading: NamedReading; sign: 1 | -1 }[] = [];
  for (const [index, name] of document.readings.entries()) {
    const at = resolveReference({ reading: name }, `readings[${index}]`, dimension, facts);
    if ('needs' in at) return notYetKnown(document, measured, `${document.kind} with ${at.words}`, at.needs);
    if (at.reading) read.push({ reading: at.reading, sign: isSum || index === 0 ? 1 : -1 });
    else return notYetKnown(document, measured, `${document.kind} with ${spoken(name)}, which was guessed`);
  }
  const expected = read.reduce((sum, { reading, sign }) => sum + sign * reading.value, 0);
  const tolerance = document.tolerance ?? '5 %';
  const off = readTolerance(tolerance, 'tolerance', expected, dimension);
  const terms = read
    .map(({ reading }, index) => `${index === 0 ? '' : isSum ? ' + ' : ' − '}${reading.words}`)
    .join('');
  const words = `${formatValue(expected, unit, 4)} ±${tolerance}`;
  return {
    ...thresholdsOf(document, measured),
    low: expected - off,
    high: expected + off,
    of: expected,
    words,
    rule: `${terms} = ${words}`,
    judgeable: true,
    finite: true,
    compared: comparedWith(read),
  };
}

function comparedWith(
  readings: readonly { readonly reading: NamedReading; readonly sign: 1 | -1 }[],
): NonNullable<ResolvedExpectation['compared']> {
  return {
    readings: readings.map(({ reading, sign }) => ({
      value: reading.value,
      sign,
      ...(reading.uncertainty ? { uncertainty: reading.uncertainty } : {}),
    })),
  };
}

function span(low: number, high: number, unit: ResolvedExpectation['unit']): string {
  return `${formatValue(low, unit, 4)} to ${formatValue(high, unit, 4)}`;
}
