import { heaterOhms, loadAmps } from '../../reference';
import { DocumentError, formatValue, FUNCTIONS, inBase, readQuantity, type MeasurementFunction } from '../../quantity';
import { thresholdsOf } from '../common';
import type { ExpectationCommon } from '../expectation-common';
import type { ExpectationKind } from '../expectation-kind';
import { amountText, quantityText, toleranceText } from '../line-amounts';
import { off, optional, PLUS_MINUS, spaced } from '../line-parts';
import type { ResolvedExpectation } from '../resolved-expectation';
import { readTolerance } from '../tolerance';
import type { ExpectationDocument } from './expectation-registry';

/** Derived from a rating: ohms or amps of a heater, amps of a coil or transformer, farads of a capacitor. */
export interface RatingDocument extends ExpectationCommon {
  readonly kind: 'rating';
  readonly power?: string;
  readonly apparent?: string;
  readonly capacitance?: string;
  /** Rated voltage, between lines of three phases; needed with `power` and `apparent`. */
  readonly at?: string;
  /** One phase where nothing is said. */
  readonly system?: 'single-phase' | 'three-phase';
  /** Watts over volt-amperes, above 0 and at most 1; 1 where nothing is said. */
  readonly powerFactor?: number;
  /** Default 10 %. */
  readonly tolerance?: string;
}

export const ratingKind: ExpectationKind<RatingDocument> = {
  resolve: (document, { measured }) => resolveRating(document, measured),
  format: (document) =>
    document.capacitance === undefined
      ? `${document.power ?? document.apparent ?? ''} at ${document.at ?? ''}${document.system === 'three-phase' ? ' three-phase' : ''}${spaced(' pf ', document.powerFactor?.toString())}${off(document)}`
      : `can ${document.capacitance}${off(document)}`,
  lines: [
    [new RegExp(`^can (.+?)(?:${PLUS_MINUS}(.+))?$`, 'i'), canLine],
    [
      new RegExp(`^(.+ ?(?:W|VA)) at (.+? ?V)(?: (three-phase|3~))?(?: pf ([\\d.,]+))?(?:${PLUS_MINUS}(.+))?$`),
      ratingLine,
    ],
  ],
  example: ['1.9 kW at 230 V', 'resistance'],
};

/** What the plate says, turned into what the meter should show. */
function resolveRating(document: RatingDocument, measured: MeasurementFunction): ResolvedExpectation {
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
    if (!(inBase(taken) > 0 && inBase(volts) > 0))
      throw new DocumentError('rating', `"${rated} at ${at}" is no rating: both are above zero.`, ['2.4 kW at 230 V']);
    if (dimension === 'current')
      return { ...currentOf(document, inBase(taken), inBase(volts), `${rated} / ${at}`), assumed };
    if (dimension === 'resistance' && power !== undefined && document.system !== 'three-phase')
      return { value: heaterOhms(inBase(taken), inBase(volts)), rule: `(${at})² / ${power}`, assumed };
  }
  throw new DocumentError('rating', `This rating gives no ${dimension}.`, [
    '{"kind":"rating","power":"2.4 kW","at":"230 V"} for ohms or amps',
    '{"kind":"rating","apparent":"80 VA","at":"24 V"} for amps',
    '{"kind":"rating","capacitance":"5 µF"} for microfarads',
  ]);
}

function currentOf(
  { power, system, powerFactor }: RatingDocument,
  taken: number,
  volts: number,
  plain: string,
): { value: number; rule: string } {
  const factor = power === undefined || powerFactor === undefined ? 1 : readPowerFactor(powerFactor);
  const value = loadAmps(taken, { volts, powerFactor: factor, isThreePhase: system === 'three-phase' });
  return { value, rule: `${plain}${system === 'three-phase' ? ' / √3' : ''}${factor === 1 ? '' : ` / ${factor}`}` };
}

function readPowerFactor(factor: number): number {
  if (!(factor > 0 && factor <= 1))
    throw new DocumentError('powerFactor', `${factor} is no power factor: above 0, at most 1.`, ['0.82']);
  return factor;
}

function canLine(found: RegExpExecArray, measured: MeasurementFunction): ExpectationDocument {
  const [, value = '', tolerance] = found;
  return {
    kind: 'rating',
    capacitance: quantityText(value, 'capacitance'),
    ...optional('tolerance', tolerance, (text) => toleranceText(text, measured)),
  };
}

function ratingLine(found: RegExpExecArray, measured: MeasurementFunction): ExpectationDocument {
  const [, rated = '', at = '', phases, powerFactor, tolerance] = found;
  const isApparent = /VA$/.test(rated);
  return {
    kind: 'rating',
    ...(isApparent ? { apparent: amountText(rated, 'apparent-power') } : { power: amountText(rated, 'power') }),
    at: amountText(at, 'voltage'),
    ...(phases === undefined ? {} : { system: 'three-phase' as const }),
    ...(powerFactor === undefined ? {} : { powerFactor: readPowerFactor(Number(powerFactor.replace(',', '.'))) }),
    ...optional('tolerance', tolerance, (text) => toleranceText(text, measured)),
  };
}
