import { DocumentError, formatValue, FUNCTIONS, type MeasurementFunction } from '../../quantity';
import { notYetKnown, thresholdsOf } from '../common';
import { comparedWith } from '../compared';
import type { ExpectationCommon } from '../expectation-common';
import type { ExpectationKind } from '../expectation-kind';
import { toleranceText } from '../line-amounts';
import { off, optional, PLUS_MINUS } from '../line-parts';
import { resolveReference, spoken } from '../reference';
import type { NamedReading, ResolutionFacts } from '../resolution-facts';
import type { ResolvedExpectation } from '../resolved-expectation';
import { readTolerance } from '../tolerance';
import type { ExpectationDocument } from './expectation-registry';

/** The sum of other readings, or the first less the second. */
export interface CombinedDocument extends ExpectationCommon {
  readonly kind: 'sum' | 'difference';
  /** Names of readings, or parts of the same set. */
  readonly readings: readonly string[];
  /** Default 5 %. */
  readonly tolerance?: string;
}

export const sumKind: ExpectationKind<CombinedDocument> = {
  resolve: (document, { measured, facts }) => resolveCombined(document, measured, facts),
  format: (document) => `sum of ${document.readings.join(' + ')}${off(document)}`,
  lines: [[new RegExp(`^sum of (.+?)(?:${PLUS_MINUS}(.+))?$`, 'i'), sumLine]],
  example: ['sum of L1-N + L2-N', 'ac-voltage'],
};

export const differenceKind: ExpectationKind<CombinedDocument> = {
  resolve: (document, { measured, facts }) => resolveCombined(document, measured, facts),
  format: (document) => `difference of ${document.readings.join(' less ')}${off(document)}`,
  lines: [[new RegExp(`^difference of (.+?) less (.+?)(?:${PLUS_MINUS}(.+))?$`, 'i'), differenceLine]],
  example: ['difference of supply less load ±4 %', 'ac-voltage'],
};

/** The sum of other readings, or the first less the second. */
function resolveCombined(
  document: CombinedDocument,
  measured: MeasurementFunction,
  facts: ResolutionFacts,
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

function sumLine(found: RegExpExecArray, measured: MeasurementFunction): ExpectationDocument {
  const [, names = '', tolerance] = found;
  const readings = names.split(/ ?\+ ?/).map((name) => name.trim().toLowerCase());
  return { kind: 'sum', readings, ...optional('tolerance', tolerance, (text) => toleranceText(text, measured)) };
}

function differenceLine(found: RegExpExecArray, measured: MeasurementFunction): ExpectationDocument {
  const [, first = '', second = '', tolerance] = found;
  return {
    kind: 'difference',
    readings: [first.toLowerCase(), second.toLowerCase()],
    ...optional('tolerance', tolerance, (text) => toleranceText(text, measured)),
  };
}
