import { balanceOf } from '../balance';
import {
  absorption,
  INDEX_SAYS_NOTHING_FROM,
  LEAST_ABSORPTION,
  LEAST_POLARISATION,
  INSULATION_REFERENCE,
  insulationAt40,
  LEAST_INSULATION,
  windingCelsius,
  windingOhms,
  type ConductorMaterial,
} from '../winding';
import type { Calculator } from './calculator';
import { curveThrough } from './curve';
import { figure, percentWords } from './words';

const material = {
  id: 'material',
  label: 'Wound with',
  start: 'copper',
  kind: 'choice',
  choices: ['copper', 'aluminium'],
} as const;

const ohmsAt: Calculator = {
  id: 'winding-ohms',
  title: 'Winding: ohms at its temperature, and back',
  formula: 'R2/R1 = (1 + α (t2 − 20)) / (1 + α (t1 − 20)), copper α = 0.00393',
  source: 'IEC 60028; resistance method of IEC 60034-1',
  fields: [
    { id: 'ohms', label: 'Ohms on the sheet', start: '3.30 Ω', kind: 'quantity', dimension: 'resistance' },
    { id: 'at', label: 'at', start: '20 °C', kind: 'quantity', dimension: 'temperature' },
    { id: 'temperature', label: 'It is now at', start: '35 °C', kind: 'quantity', dimension: 'temperature' },
    { id: 'now', label: 'or it reads', start: '4.00 Ω', kind: 'quantity', dimension: 'resistance' },
    material,
  ],
  compute: (values) => {
    const [ohms, at, celsius] = [values.number('ohms'), values.number('at'), values.number('temperature')];
    const wound = values.choice('material') as ConductorMaterial;
    if (!(ohms > 0 && values.number('now') > 0)) return 'Ohms are above zero.';
    const expected = windingOhms(celsius, ohms, at, wound);
    return {
      lines: [
        { label: `At ${figure(celsius, '°C')}`, text: figure(expected, 'Ω') },
        {
          label: `${figure(values.number('now'), 'Ω')} is`,
          text: figure(windingCelsius(values.number('now'), ohms, at, wound), '°C'),
        },
      ],
      expects: {
        function: 'resistance',
        line: `winding ${figure(ohms, 'Ω')} at ${figure(at, '°C')}${wound === 'copper' ? '' : ` ${wound}`} now ${figure(celsius, '°C')}`,
      },
    };
  },
  curve: (values) => {
    const [known, at] = [values.number('ohms'), values.number('at')];
    const [celsius, now] = [values.number('temperature'), values.number('now')];
    const wound = values.choice('material') as ConductorMaterial;
    const ohmsAt = (each: number): number => windingOhms(each, known, at, wound);
    const marks = [
      { celsius, ohms: ohmsAt(celsius) },
      { celsius: windingCelsius(now, known, at, wound), ohms: now },
    ];
    return curveThrough(ohmsAt, marks);
  },
};

const insulation: Calculator = {
  id: 'insulation-at-40',
  title: 'Insulation brought to 40 °C',
  formula: 'R40 = R · 0.5^((40 − t)/10)',
  source: 'IEEE 43 (from memory), older thermoplastic insulation',
  fields: [
    {
      id: 'ohms',
      label: 'The tester shows',
      start: '100 MΩ',
      kind: 'quantity',
      dimension: 'resistance',
      needsUnit: true,
    },
    { id: 'temperature', label: 'Winding at', start: '20 °C', kind: 'quantity', dimension: 'temperature' },
  ],
  compute: (values) => {
    const celsius = values.number('temperature');
    const corrected = insulationAt40(values.number('ohms'), celsius);
    const enough = corrected >= LEAST_INSULATION ? 'enough' : 'too little';
    return {
      lines: [
        { label: `At ${INSULATION_REFERENCE} °C`, text: figure(corrected, 'Ω', 3) },
        { label: 'Least for a random-wound machine under 1 kV', text: `${figure(LEAST_INSULATION, 'Ω')}: ${enough}` },
      ],
      expects: {
        function: 'insulation',
        line: `insulation ${figure(LEAST_INSULATION, 'Ω')} at ${figure(celsius, '°C')}`,
      },
      caution: 'Good ohms between the ends do not prove insulation, and insulation does not prove the turns.',
    };
  },
};

const index: Calculator = {
  id: 'polarisation',
  title: 'Insulation over time: polarisation index, absorption ratio',
  formula: 'PI = R(10 min)/R(1 min), DAR = R(60 s)/R(30 s)',
  source: 'IEEE 43 (from memory); absorption ratio common practice, no source',
  fields: [
    {
      id: 'which',
      label: 'Readings at',
      start: '1, 10 min',
      kind: 'choice',
      choices: ['1, 10 min', '30, 60 s'],
    },
    {
      id: 'earlier',
      label: 'The earlier',
      start: '180 MΩ',
      kind: 'quantity',
      dimension: 'resistance',
      needsUnit: true,
    },
    { id: 'later', label: 'The later', start: '420 MΩ', kind: 'quantity', dimension: 'resistance', needsUnit: true },
  ],
  compute: (values) => {
    const [earlier, later] = [values.number('earlier'), values.number('later')];
    if (!(earlier > 0 && later > 0)) return 'Both readings are above zero.';
    const isIndex = values.choice('which') === '1, 10 min';
    const least = isIndex ? LEAST_POLARISATION : LEAST_ABSORPTION;
    const { ratio, isEnough } = absorption(earlier, later, least);
    const saysNothing = isIndex && earlier >= INDEX_SAYS_NOTHING_FROM;
    const words = saysNothing ? 'says nothing of insulation this good' : isEnough ? 'enough' : 'too little';
    return {
      lines: [
        { label: isIndex ? 'Polarisation index' : 'Absorption ratio', text: `${Number(ratio.toPrecision(3))}` },
        { label: `At least ${least}`, text: words },
      ],
      caution: 'Discharge the winding for four times as long as it was charged before anybody touches it.',
    };
  },
};

const balance: Calculator = {
  id: 'balance',
  title: 'Balance of a set: windings, phases, legs',
  formula: 'largest distance from the mean, as a part of the mean',
  source: 'NEMA MG 1 (from memory)',
  fields: [
    {
      id: 'values',
      label: 'Ohms or volts',
      start: '5.62 / 5.71 / 5.58',
      kind: 'list',
      dimension: 'resistance',
      least: 2,
    },
  ],
  compute: (values) => {
    const { mean, unbalance, spread } = balanceOf(values.list('values'));
    if (!Number.isFinite(unbalance)) return 'The mean is zero: there is nothing to compare with.';
    return {
      lines: [
        { label: 'Mean', text: figure(mean, 'Ω').replace(/ Ω$/, '') },
        { label: 'Farthest from the mean', text: percentWords(unbalance) },
        { label: 'Highest less lowest', text: percentWords(spread) },
      ],
      caution:
        'Alike is not right: three equal windings of the wrong motor are balanced too. Compare with the sheet as well.',
    };
  },
};

const legs: Calculator = {
  id: 'split-phase',
  title: 'Split phase: two legs and across',
  formula: 'across = leg 1 + leg 2 on opposite legs, 0 on the same one',
  source: 'ANSI C84.1 range A: 114 to 126 V a leg',
  fields: [
    { id: 'one', label: 'Leg 1 to neutral', start: '119 V', kind: 'quantity', dimension: 'voltage' },
    { id: 'two', label: 'Leg 2 to neutral', start: '120 V', kind: 'quantity', dimension: 'voltage' },
  ],
  compute: (values) => {
    const [one, two] = [values.number('one'), values.number('two')];
    return {
      lines: [
        { label: 'Across, on opposite legs', text: figure(one + two, 'V') },
        { label: 'Across, both on one leg', text: figure(Math.abs(one - two), 'V') },
      ],
      expects: { function: 'ac-voltage', line: `${figure(one + two, 'V')} ±5 %` },
      caution: 'Two good readings to neutral do not show that the full voltage stands across the load.',
    };
  },
};

export const WINDING_CALCULATORS: readonly Calculator[] = [ohmsAt, insulation, index, balance, legs];
