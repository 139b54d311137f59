import type { Dimension, UnitSymbol } from './unit';

/** What the meter's selector is turned to. */
export type MeasurementFunction =
  | 'ac-voltage'
  | 'dc-voltage'
  | 'resistance'
  | 'continuity'
  | 'diode'
  | 'capacitance'
  | 'ac-current'
  | 'dc-current'
  | 'frequency'
  | 'insulation'
  | 'temperature'
  | 'pressure'
  | 'elapsed-time';

export interface FunctionTraits {
  readonly name: string;
  readonly dimension: Dimension;
  /** Unit a bare number stands for, and the power of ten of its prefix (an insulation tester shows MΩ). */
  readonly unit: UnitSymbol;
  readonly prefix: number;
  /** The kind of current it reads, where it reads one of the two alone. */
  readonly current?: 'ac' | 'dc';
  /** A negative reading makes no sense: AC amplitudes, resistances, times. */
  readonly neverNegative: boolean;
  /** Must be taken on a dead circuit: the meter feeds its own current. */
  readonly needsDead: boolean;
  /** Which lead is where decides the sign, or whether anything is shown. */
  readonly polar: boolean;
  /** Something can be there or not: only such quantities are ever called absent or partly present. */
  readonly canBeAbsent: boolean;
  /** Volts of the circuit itself, not those a meter drives through a part. */
  readonly readsVolts: boolean;
  /** The leads are in the reading as far as the meter can tell. */
  readonly readsLeads: boolean;
  /** Puts hundreds of volts on whatever it reaches. */
  readonly stresses: boolean;
  /** Over range may be anything: too large, shorted, or charged. */
  readonly overRangeSaysNothing: boolean;
  /** Read off a clock. */
  readonly isTime: boolean;
  /** Read at one place, not between two points: a thermometer, a gauge, a clock. */
  readonly isAtOnePlace: boolean;
  readonly examples: readonly string[];
}

const traits = (
  name: string,
  dimension: Dimension,
  unit: UnitSymbol,
  examples: readonly string[],
  options: Partial<Omit<FunctionTraits, 'name' | 'dimension' | 'unit' | 'examples'>> = {},
): FunctionTraits => ({
  name,
  dimension,
  unit,
  examples,
  prefix: 0,
  neverNegative: false,
  needsDead: false,
  polar: false,
  canBeAbsent: false,
  readsVolts: false,
  readsLeads: false,
  stresses: false,
  overRangeSaysNothing: false,
  isTime: false,
  isAtOnePlace: false,
  ...options,
});

export const FUNCTIONS: Readonly<Record<MeasurementFunction, FunctionTraits>> = {
  'ac-voltage': traits('AC volts', 'voltage', 'V', ['24.3', '24,3 V', '120 mV', '~24', '18..52'], {
    current: 'ac',
    neverNegative: true,
    canBeAbsent: true,
    readsVolts: true,
  }),
  'dc-voltage': traits('DC volts', 'voltage', 'V', ['5.03', '-12', '120 mV', '~24', '18..52'], {
    current: 'dc',
    polar: true,
    canBeAbsent: true,
    readsVolts: true,
  }),
  resistance: traits('Ohms', 'resistance', 'Ω', ['8.2', '4k7', 'R47', '1.5 MΩ', 'OL', '>4000'], {
    neverNegative: true,
    needsDead: true,
    readsLeads: true,
  }),
  continuity: traits('Continuity', 'resistance', 'Ω', ['0.3', 'OL'], {
    neverNegative: true,
    needsDead: true,
    readsLeads: true,
  }),
  diode: traits('Diode', 'voltage', 'V', ['0.56', 'OL'], { needsDead: true, polar: true }),
  capacitance: traits('Capacitance', 'capacitance', 'F', ['0.47', '0.47 MFD', '470 nF'], {
    prefix: -6,
    neverNegative: true,
    needsDead: true,
    overRangeSaysNothing: true,
  }),
  'ac-current': traits('AC amps', 'current', 'A', ['3.2', '250 mA'], {
    current: 'ac',
    neverNegative: true,
    canBeAbsent: true,
  }),
  'dc-current': traits('DC amps', 'current', 'A', ['3.2', '-0.5', '4 µA'], {
    current: 'dc',
    polar: true,
    canBeAbsent: true,
  }),
  frequency: traits('Frequency', 'frequency', 'Hz', ['50', '1.2 kHz'], { neverNegative: true, canBeAbsent: true }),
  insulation: traits('Insulation', 'resistance', 'Ω', ['550', '>4000', '2 GΩ', '900 kΩ'], {
    prefix: 6,
    neverNegative: true,
    needsDead: true,
    stresses: true,
  }),
  temperature: traits('Temperature', 'temperature', '°C', ['21.5', '70 F', '-4 °C'], { isAtOnePlace: true }),
  pressure: traits('Pressure', 'pressure', 'bar', ['3.2', '250 mbar', '45 psi'], { isAtOnePlace: true }),
  'elapsed-time': traits('Time', 'time', 's', ['45', '45s', '1:30', '5 min', 'never'], {
    neverNegative: true,
    isTime: true,
    isAtOnePlace: true,
  }),
};

export const MEASUREMENT_FUNCTIONS = Object.keys(FUNCTIONS) as readonly MeasurementFunction[];
