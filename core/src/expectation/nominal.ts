import { FUNCTIONS, inBase, readQuantity, type MeasurementFunction } from '../quantity';
import type { NominalDocument } from './expectation-document';
import type { ResolvedExpectation } from './resolved-expectation';
import { nominalWords, readFraction, readTolerance } from './tolerance';

const DEFAULT_TOLERANCE = '10 %';

/** Nominal with tolerance, in percent or absolute, which may differ up and down. */
export function resolveNominal(document: NominalDocument, measured: MeasurementFunction): ResolvedExpectation {
  const { dimension, unit } = FUNCTIONS[measured];
  const value = readQuantity(document.value, 'value', dimension);
  const nominal = inBase(value);
  const both = document.tolerance ?? DEFAULT_TOLERANCE;
  const plusText = document.plus ?? both;
  const minusText = document.minus ?? both;
  const tolerances = plusText === minusText ? `±${plusText}` : `+${plusText} −${minusText}`;
  const words = `${nominalWords(value)} ${tolerances}`;
  return {
    low: nominal - readTolerance(minusText, 'minus', nominal, dimension),
    high: nominal + readTolerance(plusText, 'plus', nominal, dimension),
    unit,
    of: document.of === undefined ? nominal : inBase(readQuantity(document.of, 'of', dimension)),
    absentBelow: readFraction(document.absentBelow, 'absentBelow', 0.05),
    partialBelow: readFraction(document.partialBelow, 'partialBelow', 0.5),
    words,
    rule: words,
    source: document.source,
    judgeable: !value.assumed,
    finite: true,
  };
}
