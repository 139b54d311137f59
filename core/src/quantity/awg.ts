/** Cross-section in mm² of an AWG size: diameter 0.127 mm × 92^((36 − n)/39) (ASTM B258). 0 is 1/0, −1 is 2/0. */
export function awgSquareMillimetres(gauge: number): number {
  const diameter = 0.127 * 92 ** ((36 - gauge) / 39);
  return (Math.PI / 4) * diameter ** 2;
}

/** Thickest and thinnest that the standard has: 4/0 and 40. */
const LARGEST = -3;
const SMALLEST = 40;

/**
 * Cross-section in mm² of a size as it is written; undefined where it is none.
 *
 * @example readAwg('AWG 2/0') // 67.4
 */
export function readAwg(text: string): number | undefined {
  const [, before, after] = /^(?:AWG ?(\d{1,2}(?:\/0)?)|(\d{1,2}(?:\/0)?) ?AWG)$/i.exec(text.trim()) ?? [];
  const size = before ?? after;
  if (size === undefined) return undefined;
  const [digits = '', aught] = size.split('/');
  const gauge = aught === undefined ? Number(digits) : 1 - Number(digits);
  return gauge < LARGEST || gauge > SMALLEST ? undefined : Number(awgSquareMillimetres(gauge).toPrecision(3));
}
