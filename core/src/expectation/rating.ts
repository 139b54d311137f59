import { heaterOhms, ratedAmps } from '../reference';
import { DocumentError, formatValue, FUNCTIONS, inBase, readQuantity, type MeasurementFunction } from '../quantity';
import { thresholdsOf } from './common';
import type { RatingDocument } from './expectation-document';
import type { ResolvedExpectation } from './resolved-expectation';
import { readTolerance } from './tolerance';

/** What the plate says, turned into what the meter should show. */
export function resolveRating(document: RatingDocument, measured: MeasurementFunction): ResolvedExpectation {
  const { dimension, unit } = FUNCTIONS[measured];
  const { value, rule, assumed } = derived(document, dimension);
  const tolerance = document.tolerance ?? '10 %';
  const off = readTolerance(tolerance, 'tolerance', value, dimension);
  return {
    ...thresholdsOf(document, measured),
    low: value - off,
    high: value + off,
    of: value,
    words: `${formatValue(value, unit)} ±${tolerance}`,
    rule: `${rule} = ${formatValue(value, unit)} ±${tolerance}`,
    judgeable: !assumed,
    finite: true,
  };
}

function derived(document: RatingDocument, dimension: string): { value: number; rule: string; assumed: boolean } {
  const { power, apparent, capacitance, at } = document;
  if (dimension === 'capacitance' && capacitance !== undefined) {
    const farads = readQuantity(capacitance, 'capacitance', 'capacitance');
    return { value: inBase(farads), rule: 'the can', assumed: farads.assumed };
  }
  const rated = power ?? apparent;
  if (rated !== undefined && at !== undefined) {
    const taken = readQuantity(
      rated,
      power === undefined ? 'apparent' : 'power',
      power === undefined ? 'apparent-power' : 'power',
    );
    const volts = readQuantity(at, 'at', 'voltage');
    const assumed = taken.assumed || volts.assumed;
    if (dimension === 'current')
      return { value: ratedAmps(inBase(taken), inBase(volts)), rule: `${rated} / ${at}`, assumed };
    if (dimension === 'resistance' && power !== undefined)
      return { value: heaterOhms(inBase(taken), inBase(volts)), rule: `(${at})² / ${power}`, assumed };
  }
  throw new DocumentError('rating', `This rating gives no ${dimension}.`, [
    '{"kind":"rating","power":"3.6 kW","at":"240 V"} for ohms or amps',
    '{"kind":"rating","apparent":"63 VA","at":"24 V"} for amps',
    '{"kind":"rating","capacitance":"5 µF"} for microfarads',
  ]);
}
