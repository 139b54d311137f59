import { awgSquareMillimetres } from '../../quantity';
import { cableDrop, ohmsPerMetre } from '../cable';
import { capacitorAmps, capacitorFarads, coilImpedance, heaterOhms, heaterWatts, loadAmps, ratedAmps } from '../load';
import { nearestPosition } from '../selector';
import { strayVolts } from '../stray-voltage';
import { transformerFigures } from '../transformer';
import type { ConductorMaterial } from '../winding';
import type { Calculator } from './calculator';
import { figure, percentWords } from './words';

const heater: Calculator = {
  id: 'heater',
  title: 'Heater from its rating, and back',
  formula: 'R = V²/P, I = P/V',
  source: 'Ohm and Joule',
  fields: [
    { id: 'power', label: 'Rated watts', start: '2.4 kW', kind: 'quantity', dimension: 'power' },
    { id: 'volts', label: 'at', start: '240 V', kind: 'quantity', dimension: 'voltage' },
    { id: 'ohms', label: 'or it reads', start: '16 Ω', kind: 'quantity', dimension: 'resistance' },
    { id: 'present', label: 'Voltage it gets', start: '240 V', kind: 'quantity', dimension: 'voltage' },
  ],
  compute: (values) => {
    const [watts, volts, ohms, present] = [
      values.number('power'),
      values.number('volts'),
      values.number('ohms'),
      values.number('present'),
    ];
    if (!(watts > 0 && volts > 0 && ohms > 0)) return 'Watts, volts and ohms are above zero.';
    return {
      lines: [
        { label: 'It should read', text: figure(heaterOhms(watts, volts), 'Ω', 3) },
        { label: 'and take', text: figure(ratedAmps(watts, volts), 'A', 3) },
        {
          label: `${figure(ohms, 'Ω')} takes at ${figure(present, 'V')}`,
          text: `${figure(heaterWatts(ohms, present), 'W', 3)}, ${figure(present / ohms, 'A', 3)}`,
        },
      ],
      expects: { function: 'resistance', line: `${figure(watts, 'W')} at ${figure(volts, 'V')} ±10 %` },
      caution: 'On one leg of a split-phase supply a heater gives a quarter of its watts.',
    };
  },
};

const coil: Calculator = {
  id: 'coil',
  title: 'Coil from its holding volt-amperes',
  formula: 'I = S/V, Z = V²/S',
  source: 'definition; pick-up from 85 % of rating, IEC 60947-4-1',
  fields: [
    { id: 'power', label: 'Holding', start: '7 VA', kind: 'quantity', dimension: 'apparent-power' },
    { id: 'volts', label: 'at', start: '24 V', kind: 'quantity', dimension: 'voltage' },
  ],
  compute: (values) => {
    const [voltAmperes, volts] = [values.number('power'), values.number('volts')];
    if (!(voltAmperes > 0 && volts > 0)) return 'Volt-amperes and volts are above zero.';
    return {
      lines: [
        { label: 'It takes', text: figure(ratedAmps(voltAmperes, volts), 'A', 3) },
        { label: 'Impedance', text: figure(coilImpedance(voltAmperes, volts), 'Ω', 3) },
        { label: 'Must pick up from', text: figure(0.85 * volts, 'V', 3) },
      ],
      expects: { function: 'ac-current', line: `${figure(voltAmperes, 'VA')} at ${figure(volts, 'V')} ±20 %` },
      caution: 'The ohms on the meter are far less than the impedance: an AC coil holds by its iron.',
    };
  },
};

const current: Calculator = {
  id: 'load-current',
  title: 'Current of a load: one phase or three',
  formula: 'I = P/(V cos φ), three-phase I = P/(√3 V cos φ)',
  source: 'definition of active power',
  fields: [
    { id: 'power', label: 'It takes', start: '1.1 kW', kind: 'quantity', dimension: 'power' },
    { id: 'volts', label: 'at', start: '400 V', kind: 'quantity', dimension: 'voltage' },
    { id: 'system', label: 'System', start: 'three-phase', kind: 'choice', choices: ['three-phase', 'one phase'] },
    { id: 'factor', label: 'Power factor', start: '0.82', kind: 'number' },
  ],
  compute: (values) => {
    const [watts, volts, powerFactor] = [values.number('power'), values.number('volts'), values.number('factor')];
    if (!(watts > 0 && volts > 0)) return 'Watts and volts are above zero.';
    if (!(powerFactor > 0 && powerFactor <= 1)) return 'A power factor is above 0 and at most 1.';
    const isThreePhase = values.choice('system') === 'three-phase';
    const amps = loadAmps(watts, { volts, powerFactor, isThreePhase });
    const ways = `${isThreePhase ? ' three-phase' : ''}${powerFactor === 1 ? '' : ` pf ${powerFactor}`}`;
    return {
      lines: [
        { label: isThreePhase ? 'In each line' : 'It takes', text: figure(amps, 'A', 3) },
        { label: 'Apparent power', text: figure(watts / powerFactor, 'VA', 3) },
      ],
      expects: { function: 'ac-current', line: `${figure(watts, 'W')} at ${figure(volts, 'V')}${ways} ±10 %` },
      caution: 'The plate of a motor says what it delivers: it takes that divided by its efficiency.',
    };
  },
};

const capacitor: Calculator = {
  id: 'capacitor',
  title: 'Capacitor: current, and microfarads in service',
  formula: 'I = 2π f C V',
  source: 'definition of capacitance',
  fields: [
    { id: 'farads', label: 'On the can', start: '5 µF', kind: 'quantity', dimension: 'capacitance', needsUnit: true },
    { id: 'volts', label: 'Volts across it', start: '230 V', kind: 'quantity', dimension: 'voltage' },
    { id: 'hertz', label: 'Frequency', start: '50 Hz', kind: 'quantity', dimension: 'frequency' },
    { id: 'amps', label: 'Amps through it', start: '0.36 A', kind: 'quantity', dimension: 'current' },
  ],
  compute: (values) => {
    const [farads, volts, hertz, amps] = [
      values.number('farads'),
      values.number('volts'),
      values.number('hertz'),
      values.number('amps'),
    ];
    if (!(farads > 0 && volts > 0 && hertz > 0)) return 'Farads, volts and hertz are above zero.';
    const measured = capacitorFarads(amps, volts, hertz);
    return {
      lines: [
        { label: 'It should take', text: figure(capacitorAmps(farads, volts, hertz), 'A', 3) },
        {
          label: 'What it takes is',
          text: `${figure(measured, 'F', 3)}, ${percentWords(measured / farads)} of the can`,
        },
      ],
      expects: { function: 'capacitance', line: `${figure(farads, 'F')} ±6 %` },
      caution: 'Discharge it and measure that it is empty before it is touched or put on the meter.',
    };
  },
};

const transformer: Calculator = {
  id: 'transformer',
  title: 'Transformer: current and fuse of the secondary',
  formula: 'I = S/V; fuse at most 167 % of it under 9 A, 125 % from there on',
  source: 'NFPA 70 table 450.3(B) (from memory); local codes come first',
  fields: [
    { id: 'power', label: 'Rating', start: '80 VA', kind: 'quantity', dimension: 'apparent-power' },
    { id: 'volts', label: 'Secondary', start: '24 V', kind: 'quantity', dimension: 'voltage' },
  ],
  compute: (values) => {
    if (!(values.number('power') > 0 && values.number('volts') > 0)) return 'Volt-amperes and volts are above zero.';
    const { amps, fuse } = transformerFigures(values.number('power'), values.number('volts'));
    return {
      lines: [
        { label: 'Secondary, fully loaded', text: figure(amps, 'A', 3) },
        { label: 'Largest fuse', text: fuse === undefined ? 'smaller than any listed' : figure(fuse, 'A', 3) },
      ],
      expects: { function: 'ac-current', line: `< ${figure(amps, 'A', 3)}` },
      caution: 'A blown fuse has a short behind it: find that before the new one goes in.',
    };
  },
};

const cable: Calculator = {
  id: 'cable-drop',
  title: 'Voltage lost in a cable',
  formula: 'ΔU = 2 I R′ l, between lines of three phases √3 I R′ l',
  source: 'IEC 60028 (copper); ASTM B258 (AWG)',
  fields: [
    { id: 'size', label: 'Size in', start: 'mm²', kind: 'choice', choices: ['mm²', 'AWG'] },
    { id: 'number', label: 'Number', start: '1.5', kind: 'number' },
    { id: 'length', label: 'One way', start: '30 m', kind: 'quantity', dimension: 'length' },
    { id: 'amps', label: 'Current', start: '3 A', kind: 'quantity', dimension: 'current' },
    { id: 'volts', label: 'Supply', start: '24 V', kind: 'quantity', dimension: 'voltage' },
    { id: 'system', label: 'System', start: 'two wires', kind: 'choice', choices: ['two wires', 'three-phase'] },
    { id: 'material', label: 'Conductor', start: 'copper', kind: 'choice', choices: ['copper', 'aluminium'] },
  ],
  compute: (values) => {
    const number = values.number('number');
    const squareMillimetres = values.choice('size') === 'AWG' ? awgSquareMillimetres(number) : number;
    if (!(squareMillimetres > 0 && values.number('length') > 0 && values.number('volts') > 0))
      return 'Size, length and supply are above zero.';
    const material = values.choice('material') as ConductorMaterial;
    const drop = cableDrop({
      length: values.number('length'),
      squareMillimetres,
      amps: values.number('amps'),
      material,
      isThreePhase: values.choice('system') === 'three-phase',
    });
    return {
      lines: [
        { label: 'Cross-section', text: figure(squareMillimetres, 'mm²', 4) },
        { label: 'One conductor', text: `${figure(ohmsPerMetre(squareMillimetres, material) * 1000, 'Ω', 4)} per km` },
        { label: 'Lost', text: `${figure(drop, 'V', 3)}, ${percentWords(drop / values.number('volts'))}` },
      ],
      expects: { function: 'ac-voltage', line: `< ${figure(Math.max(drop * 1.2, 0.01), 'V', 3)}` },
      caution: 'More than that across a run under load is a bad joint.',
    };
  },
};

const selector: Calculator = {
  id: 'selector',
  title: 'Selector: which position is this',
  formula: 'the listed value nearest in proportion',
  source: 'the sheet of the unit',
  fields: [
    {
      id: 'positions',
      label: 'Ohms by position, from 1',
      start: '1 kΩ / 2.2 kΩ / 4.7 kΩ / 10 kΩ',
      kind: 'list',
      dimension: 'resistance',
      least: 2,
    },
    { id: 'ohms', label: 'It reads', start: '4.6 kΩ', kind: 'quantity', dimension: 'resistance' },
  ],
  compute: (values) => {
    const positions = Object.fromEntries(values.list('positions').map((ohms, index) => [`${index + 1}`, ohms]));
    if (!values.list('positions').every((ohms) => ohms > 0)) return 'Ohms of a position are above zero.';
    const nearest = nearestPosition(positions, values.number('ohms'));
    if (!nearest) return 'At least two positions.';
    return {
      lines: [{ label: `Position ${nearest.position}`, text: `off by ${percentWords(nearest.off)}` }],
      expects: { function: 'resistance', line: `${figure(positions[nearest.position] ?? 0, 'Ω')} ±5 %` },
    };
  },
};

const stray: Calculator = {
  id: 'stray',
  title: 'Stray voltage on an open lead',
  formula: 'U · ωC / |1/Z + jω(C + C′)|, 50 to 150 pF/m beside the live core',
  source: 'capacitive divider; capacitances common practice, no source',
  fields: [
    { id: 'length', label: 'Metres beside a live core', start: '6 m', kind: 'quantity', dimension: 'length' },
    { id: 'volts', label: 'Live core', start: '24 V', kind: 'quantity', dimension: 'voltage' },
    { id: 'hertz', label: 'Frequency', start: '50 Hz', kind: 'quantity', dimension: 'frequency' },
    { id: 'impedance', label: 'Meter', start: '10 MΩ', kind: 'quantity', dimension: 'resistance' },
    { id: 'low', label: 'Low-impedance mode', start: '3 kΩ', kind: 'quantity', dimension: 'resistance' },
  ],
  compute: (values) => {
    const lead = { length: values.number('length'), volts: values.number('volts'), hertz: values.number('hertz') };
    if (!(lead.length > 0 && lead.hertz > 0 && values.number('impedance') > 0 && values.number('low') > 0))
      return 'Length, frequency and impedance are above zero.';
    const open = strayVolts({ ...lead, impedance: values.number('impedance') });
    const loaded = strayVolts({ ...lead, impedance: values.number('low') });
    return {
      lines: [
        { label: 'It may show', text: `${figure(open.low, 'V', 2)} to ${figure(open.high, 'V', 2)}` },
        { label: 'in low-impedance mode', text: `under ${figure(loaded.high, 'V', 2)}` },
      ],
      caution: 'A reading in this range drives nothing: load it, or unplug the lead, before it is taken for a supply.',
    };
  },
};

export const LOAD_CALCULATORS: readonly Calculator[] = [
  heater,
  coil,
  current,
  capacitor,
  transformer,
  cable,
  selector,
  stray,
];
