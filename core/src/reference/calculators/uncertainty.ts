import { uncertaintyOf } from '../../meter';
import { FUNCTIONS, MEASUREMENT_FUNCTIONS, parseReading, type MeasurementFunction } from '../../quantity';
import type { Calculator } from './calculator';
import { figure } from './words';

const FUNCTIONS_READ: readonly MeasurementFunction[] = MEASUREMENT_FUNCTIONS.filter(
  (each) => !FUNCTIONS[each].isTime && each !== 'pressure',
);

/** How far a reading may be off with the meter in use; the very figures a verdict rests on. */
export const UNCERTAINTY_CALCULATOR: Calculator = {
  id: 'uncertainty',
  title: 'How far off a reading may be',
  formula: '% of reading and counts as one rectangle, convolved with what the leads add; 95 %',
  source: 'JCGM 100:2008, JCGM 101:2008',
  fields: [
    { id: 'function', label: 'Function', start: 'ac-voltage', kind: 'choice', choices: FUNCTIONS_READ },
    { id: 'reading', label: 'It shows', start: '24.3', kind: 'number' },
    { id: 'digits', label: 'Digits after the point', start: '1', kind: 'number' },
  ],
  compute: (values) => {
    const measured = values.choice('function') as MeasurementFunction;
    const digits = Math.min(6, Math.max(0, Math.round(values.number('digits'))));
    const parsed = parseReading(values.number('reading').toFixed(digits), { function: measured });
    if (parsed.outcome !== 'reading' || parsed.reading.kind !== 'value') return 'That is no reading of this function.';
    const { quantity } = parsed.reading;
    const { halfWidth95, range, components } = uncertaintyOf(quantity, measured, values.meter);
    return {
      lines: [
        { label: 'Off by no more than', text: `±${figure(halfWidth95, quantity.unit, 2)}` },
        {
          label: 'Range',
          text: range ? `up to ${figure(range.upTo, quantity.unit)}` : 'no meter profile: the digits alone',
        },
        ...components.map(({ source, size }) => ({ label: source, text: figure(size, quantity.unit, 2) })),
      ],
    };
  },
};
