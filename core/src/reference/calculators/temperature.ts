import { PLATINUM_RANGE, platinumCelsius, platinumOhms, platinumTolerance, type PlatinumClass } from '../platinum';
import { betaCelsius, betaOhms, steinhartHartCelsius, steinhartHartOhms } from '../thermistor';
import type { Calculator } from './calculator';
import { curveThrough } from './curve';
import { figure } from './words';

const BEYOND = `The standard gives no curve there; accepted: ${PLATINUM_RANGE.low} to ${PLATINUM_RANGE.high} °C.`;
const ONLY = 'A sensor that fits here passes at this temperature only.';

const platinumFrom: Calculator = {
  id: 'platinum-ohms',
  title: 'Platinum sensor: ohms at a temperature',
  formula: 'R = R0 (1 + A t + B t² + C (t − 100) t³ below 0 °C)',
  source: 'IEC 60751',
  fields: [
    { id: 'at', label: 'Ohms at 0 °C', start: '1000 Ω', kind: 'quantity', dimension: 'resistance' },
    { id: 'temperature', label: 'Temperature', start: '21 °C', kind: 'quantity', dimension: 'temperature' },
    { id: 'class', label: 'Class', start: 'B', kind: 'choice', choices: ['A', 'B'] },
  ],
  compute: (values) => {
    const [at0C, celsius] = [values.number('at'), values.number('temperature')];
    const ohms = platinumOhms(celsius, at0C);
    if (Number.isNaN(ohms)) return BEYOND;
    const tolerance = platinumTolerance(celsius, values.choice('class') as PlatinumClass);
    const [low, high] = [platinumOhms(celsius - tolerance, at0C), platinumOhms(celsius + tolerance, at0C)];
    return {
      lines: [
        { label: 'It reads', text: figure(ohms, 'Ω', 6) },
        {
          label: `Class ${values.choice('class')} allows ±${Number(tolerance.toPrecision(3))} °C`,
          text: `${figure(low, 'Ω', 6)} to ${figure(high, 'Ω', 6)}`,
        },
      ],
      expects: {
        function: 'resistance',
        line: `Pt${Number(at0C.toPrecision(6))} class ${values.choice('class')} at ${figure(celsius, '°C', 5)}`,
      },
      caution: ONLY,
    };
  },
  curve: (values) => {
    const [at0C, celsius] = [values.number('at'), values.number('temperature')];
    return curveThrough((each) => platinumOhms(each, at0C), [{ celsius, ohms: platinumOhms(celsius, at0C) }]);
  },
};

const platinumTo: Calculator = {
  id: 'platinum-celsius',
  title: 'Platinum sensor: temperature from ohms',
  formula: 'the inverse of the curve above',
  source: 'IEC 60751',
  fields: [
    { id: 'at', label: 'Ohms at 0 °C', start: '1000 Ω', kind: 'quantity', dimension: 'resistance' },
    { id: 'ohms', label: 'It reads', start: '1068 Ω', kind: 'quantity', dimension: 'resistance' },
  ],
  compute: (values) => {
    const celsius = platinumCelsius(values.number('ohms'), values.number('at'));
    if (Number.isNaN(celsius)) return BEYOND;
    return {
      lines: [
        { label: 'Temperature', text: figure(celsius, '°C', 4) },
        { label: 'in °F', text: figure(celsius * 1.8 + 32, '°F', 4) },
      ],
      caution: 'Compare it with a thermometer beside the sensor: a plausible figure is no proof.',
    };
  },
  curve: (values) => {
    const [at0C, ohms] = [values.number('at'), values.number('ohms')];
    return curveThrough((each) => platinumOhms(each, at0C), [{ celsius: platinumCelsius(ohms, at0C), ohms }]);
  },
};

const beta: Calculator = {
  id: 'ntc-beta',
  title: 'NTC sensor by its beta',
  formula: 'R = R25 · exp(β (1/T − 1/298.15 K))',
  source: 'definition of beta, IEC 60539-1 (from memory)',
  fields: [
    { id: 'at', label: 'Ohms at 25 °C', start: '10 kΩ', kind: 'quantity', dimension: 'resistance' },
    { id: 'beta', label: 'Beta, kelvin', start: '3950', kind: 'number' },
    { id: 'temperature', label: 'Temperature', start: '21 °C', kind: 'quantity', dimension: 'temperature' },
    { id: 'ohms', label: 'or it reads', start: '12 kΩ', kind: 'quantity', dimension: 'resistance' },
  ],
  compute: (values) => {
    const [at25C, kelvin, celsius] = [values.number('at'), values.number('beta'), values.number('temperature')];
    if (!(at25C > 0 && kelvin > 0 && values.number('ohms') > 0)) return 'Ohms and beta are above zero.';
    return {
      lines: [
        { label: `At ${figure(celsius, '°C')}`, text: figure(betaOhms(celsius, at25C, kelvin), 'Ω') },
        {
          label: `${figure(values.number('ohms'), 'Ω')} is`,
          text: figure(betaCelsius(values.number('ohms'), at25C, kelvin), '°C'),
        },
      ],
      expects: {
        function: 'resistance',
        line: `NTC ${figure(at25C, 'Ω', 5)} beta ${kelvin} at ${figure(celsius, '°C', 5)}`,
      },
      caution: ONLY,
    };
  },
  curve: (values) => {
    const [at25C, kelvin] = [values.number('at'), values.number('beta')];
    const ohmsAt = (celsius: number): number => betaOhms(celsius, at25C, kelvin);
    const [celsius, ohms] = [values.number('temperature'), values.number('ohms')];
    const marks = [
      { celsius, ohms: ohmsAt(celsius) },
      { celsius: betaCelsius(ohms, at25C, kelvin), ohms },
    ];
    return curveThrough(ohmsAt, marks, true);
  },
};

const steinhartHart: Calculator = {
  id: 'ntc-steinhart-hart',
  title: 'NTC sensor by Steinhart and Hart',
  formula: '1/T = a + b ln R + c (ln R)³',
  source: 'Steinhart and Hart, Deep-Sea Research 15, 1968',
  fields: [
    { id: 'a', label: 'a', start: '0.001129148', kind: 'number' },
    { id: 'b', label: 'b', start: '0.000234125', kind: 'number' },
    { id: 'c', label: 'c', start: '0.0000000876741', kind: 'number' },
    { id: 'temperature', label: 'Temperature', start: '25 °C', kind: 'quantity', dimension: 'temperature' },
    { id: 'ohms', label: 'or it reads', start: '10 kΩ', kind: 'quantity', dimension: 'resistance' },
  ],
  compute: (values) => {
    const coefficients = { a: values.number('a'), b: values.number('b'), c: values.number('c') };
    if (!(coefficients.c > 0 && values.number('ohms') > 0)) return 'c and the ohms are above zero.';
    const ohms = steinhartHartOhms(values.number('temperature'), coefficients);
    return {
      lines: [
        { label: `At ${figure(values.number('temperature'), '°C')}`, text: figure(ohms, 'Ω') },
        {
          label: `${figure(values.number('ohms'), 'Ω')} is`,
          text: figure(steinhartHartCelsius(values.number('ohms'), coefficients), '°C'),
        },
      ],
      expects: { function: 'resistance', line: `${figure(ohms, 'Ω')} ±5 %` },
      caution: ONLY,
    };
  },
  curve: (values) => {
    const coefficients = { a: values.number('a'), b: values.number('b'), c: values.number('c') };
    const ohmsAt = (celsius: number): number => steinhartHartOhms(celsius, coefficients);
    const [celsius, ohms] = [values.number('temperature'), values.number('ohms')];
    const marks = [
      { celsius, ohms: ohmsAt(celsius) },
      { celsius: steinhartHartCelsius(ohms, coefficients), ohms },
    ];
    return curveThrough(ohmsAt, marks, true);
  },
};

const scale: Calculator = {
  id: 'temperature-scale',
  title: '°C and °F',
  formula: '°F = 1.8 °C + 32',
  source: 'NIST SP 811, appendix B',
  fields: [{ id: 'temperature', label: 'Temperature', start: '70 °F', kind: 'quantity', dimension: 'temperature' }],
  compute: (values) => {
    const celsius = values.number('temperature');
    return {
      lines: [
        { label: 'in °C', text: figure(celsius, '°C') },
        { label: 'in °F', text: figure(celsius * 1.8 + 32, '°F') },
        { label: 'a step of 10 °C is', text: '18 °F' },
      ],
    };
  },
};

export const TEMPERATURE_CALCULATORS: readonly Calculator[] = [platinumFrom, platinumTo, beta, steinhartHart, scale];
