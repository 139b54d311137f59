import { DocumentError, formatValue, FUNCTIONS, inBase, readQuantity, type MeasurementFunction } from '../../quantity';
import { notYetKnown, thresholdsOf } from '../common';
import type { ExpectationCommon } from '../expectation-common';
import type { ExpectationKind } from '../expectation-kind';
import { quantityText, toleranceText } from '../line-amounts';
import { off, optional, PLUS_MINUS } from '../line-parts';
import { spoken } from '../reference';
import type { ResolutionFacts } from '../resolution-facts';
import type { ResolvedExpectation } from '../resolved-expectation';
import { readTolerance } from '../tolerance';
import type { ExpectationDocument } from './expectation-registry';

/** One value for each position of a selector, whose position has to be noted first. */
export interface PerPositionDocument extends ExpectationCommon {
  readonly kind: 'perPosition';
  /** Name of the selector in the conditions' `positions`. */
  readonly selector: string;
  readonly positions: Readonly<Record<string, string>>;
  /** Default 5 %. */
  readonly tolerance?: string;
}

export const perPositionKind: ExpectationKind<PerPositionDocument> = {
  resolve: (document, { measured, facts }) => resolvePerPosition(document, measured, facts),
  format: (document) =>
    `positions of ${document.selector}: ${Object.entries(document.positions)
      .map(([position, value]) => `${position} = ${value}`)
      .join('; ')}${off(document)}`,
  lines: [[new RegExp(`^positions? of ([\\w.-]+): (.+?)(?:${PLUS_MINUS}([^±=]+))?$`, 'i'), positionsLine]],
  example: ['positions of S2: 1 = 1.2 kΩ; 2 = 2.7 kΩ', 'resistance'],
};

/** The value of the position the selector was noted to be in. */
function resolvePerPosition(
  document: PerPositionDocument,
  measured: MeasurementFunction,
  facts: ResolutionFacts,
): ResolvedExpectation {
  const { dimension, unit } = FUNCTIONS[measured];
  const tolerance = document.tolerance ?? '5 %';
  const bands = Object.entries(document.positions).map(([position, text]) => {
    const value = inBase(readQuantity(text, `positions.${position}`, dimension));
    const off = readTolerance(tolerance, 'tolerance', value, dimension);
    return { position, value, low: value - off, high: value + off };
  });
  if (bands.length < 2)
    throw new DocumentError('positions', 'A selector has at least two positions.', ['{"1": "1 kΩ", "2": "2.2 kΩ"}']);
  const { selector } = document;
  const noted = facts.positions && Object.hasOwn(facts.positions, selector) ? facts.positions[selector] : undefined;
  const here = bands.find(({ position }) => position === noted);
  if (!here) {
    const names = bands.map(({ position }) => position);
    const why = noted === undefined ? 'whose position was not noted' : `in "${noted}", which the sheet does not list`;
    const needs = { kind: 'position', selector, positions: names } as const;
    return notYetKnown(document, measured, `by the position of ${spoken(selector)}, ${why}`, needs);
  }
  const words = `${formatValue(here.value, unit, 4)} ±${tolerance} in position ${here.position}`;
  return {
    ...thresholdsOf(document, measured),
    low: here.low,
    high: here.high,
    of: here.value,
    words,
    rule: words,
    judgeable: true,
    finite: true,
    elsewhere: bands
      .filter((band) => band !== here)
      .map(({ position, low, high }) => ({ words: `position ${position}`, low, high })),
  };
}

function positionsLine(found: RegExpExecArray, measured: MeasurementFunction): ExpectationDocument {
  const [, selector = '', list = '', tolerance] = found;
  const positions = Object.fromEntries(
    list.split(/ ?; ?/).map((entry) => {
      const [position = '', value = ''] = entry.split(/ ?= ?/);
      return [position.trim(), quantityText(value, measured)];
    }),
  );
  return {
    kind: 'perPosition',
    selector,
    positions,
    ...optional('tolerance', tolerance, (text) => toleranceText(text, measured)),
  };
}
