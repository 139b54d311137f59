import fc from 'fast-check';
import { parseReading } from '../quantity';
import { HAND_METER } from '../testing/demo';
import { beyondMeter, topOfRanges } from '.';

const said = (text: string): string | undefined => {
  const parsed = parseReading(text, { function: 'ac-voltage' });
  if (parsed.outcome !== 'reading') throw new Error(text);
  return beyondMeter(parsed.reading, 'ac-voltage', HAND_METER);
};

describe('a figure beyond the meter', () => {
  const top = topOfRanges('ac-voltage', HAND_METER) ?? NaN;

  it('is one no range of it can show, in whatever form it is typed', () => {
    fc.assert(
      fc.property(fc.double({ min: 1, max: 4 * top, noNaN: true }), (volts) => {
        const figure = volts.toFixed(1);
        const isBeyond = Number(figure) > 1.1 * top;
        for (const text of [figure, `~${figure}`, `0.5..${figure}`, `0.5 / ${figure}`])
          expect(said(text) !== undefined)
            .withContext(text)
            .toBe(isBeyond);
      }),
    );
  });

  it('is none of a bound, nor where nothing is known of the meter', () => {
    for (const text of ['OL', `>${top}`, `<${4 * top}`]) expect(said(text)).withContext(text).toBeUndefined();
    const parsed = parseReading('5000', { function: 'ac-voltage' });
    expect(parsed.outcome === 'reading' && beyondMeter(parsed.reading, 'ac-voltage')).toBeUndefined();
  });
});
