import fc from 'fast-check';
import { CALCULATORS, runCalculator, type CalculatorCurve } from '.';

function curveOf(id: string, texts: Readonly<Record<string, string>>): CalculatorCurve | undefined {
  const calculator = CALCULATORS.find((each) => each.id === id);
  if (!calculator) throw new Error(`no calculator ${id}`);
  const run = runCalculator(calculator, texts);
  return run.outcome === 'result' ? run.curve : undefined;
}

/** Ohms on the straight line between the neighbours of a temperature. */
function onCurve({ points }: CalculatorCurve, celsius: number): number {
  const after = points.findIndex((point) => point.celsius >= celsius);
  const [a, b] = [points[after - 1], points[after]];
  if (!a || !b) return NaN;
  return a.ohms + ((b.ohms - a.ohms) * (celsius - a.celsius)) / (b.celsius - a.celsius);
}

describe('curves beside the figures', () => {
  for (const id of ['platinum-ohms', 'platinum-celsius', 'ntc-beta', 'ntc-steinhart-hart', 'winding-ohms'])
    it(`${id}: what was asked for lies on the curve, with room on both sides`, () => {
      const curve = curveOf(id, {});
      if (!curve) throw new Error('no curve');
      expect(curve.marks.length).toBeGreaterThan(0);
      for (const { celsius, ohms } of curve.marks) {
        const drawn = onCurve(curve, celsius);
        expect(Math.abs(drawn - ohms) / ohms).toBeLessThan(0.03);
      }
      const rising = curve.points.every(
        ({ ohms }, index) => index === 0 || ohms > (curve.points[index - 1]?.ohms ?? 0),
      );
      const falling = curve.points.every(
        ({ ohms }, index) => index === 0 || ohms < (curve.points[index - 1]?.ohms ?? Infinity),
      );
      expect(id.startsWith('ntc') ? falling : rising).toBeTrue();
    });

  it('goes through the points of the standard: Pt1000 at 0, 50 and 100 °C (IEC 60751)', () => {
    const curve = curveOf('platinum-ohms', {});
    if (!curve) throw new Error('no curve');
    for (const [celsius, ohms] of [
      [0, 1000],
      [50, 1194],
      [100, 1385.1],
    ] as const)
      expect(Math.abs(onCurve(curve, celsius) - ohms)).toBeLessThan(0.5);
  });

  it('draws whatever was typed, however far out, and nothing where there is no result', () => {
    fc.assert(
      fc.property(fc.integer({ min: -190, max: 800 }), (celsius) => {
        const curve = curveOf('platinum-ohms', { temperature: `${celsius} °C` });
        expect(curve?.marks.map((mark) => mark.celsius)).toEqual([celsius]);
        expect(curve?.points.every(({ ohms }) => Number.isFinite(ohms))).toBeTrue();
        const drawn = curve?.points.map((point) => point.celsius) ?? [];
        expect(Math.min(...drawn)).toBeLessThanOrEqual(celsius);
        expect(Math.max(...drawn)).toBeGreaterThanOrEqual(celsius);
      }),
    );
    expect(curveOf('platinum-ohms', { temperature: '2000 °C' })).toBeUndefined();
    expect(curveOf('temperature-scale', {})).toBeUndefined();
  });
});
