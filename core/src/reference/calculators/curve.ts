import type { CalculatorCurve, CurvePoint } from './calculator';

const POINTS = 48;
/** °C that are drawn at least: what is met at machines. */
const USUAL = { low: -20, high: 100 } as const;
/** Part of the range that is drawn beyond the outermost mark. */
const BEYOND = 0.1;

/**
 * The curve of ohms over temperature around the marks.
 *
 * @param ohmsAt ohms at degrees Celsius; NaN where there is no curve
 */
export function curveThrough(
  ohmsAt: (celsius: number) => number,
  marks: readonly CurvePoint[],
  isLogarithmic = false,
): CalculatorCurve {
  const shown = marks.filter(({ celsius, ohms }) => Number.isFinite(celsius) && Number.isFinite(ohms));
  const all = shown.map(({ celsius }) => celsius);
  const [low, high] = [Math.min(USUAL.low, ...all), Math.max(USUAL.high, ...all)];
  const room = (high - low) * BEYOND;
  const points = Array.from({ length: POINTS }, (_, index): CurvePoint => {
    const celsius = low - room + ((high - low + 2 * room) * index) / (POINTS - 1);
    return { celsius, ohms: ohmsAt(celsius) };
  });
  return {
    points: points.filter(({ ohms }) => Number.isFinite(ohms) && (!isLogarithmic || ohms > 0)),
    marks: shown,
    isLogarithmic,
  };
}
