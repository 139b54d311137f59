import { formatValue, type UnitSymbol } from '../../quantity';

/** A figure as typed lines hold it: a plain space, so that it can be typed again. */
export function figure(value: number, unit: UnitSymbol, significant = 4): string {
  return formatValue(value, unit, significant).replaceAll('\u00a0', ' ').replace('\u2212', '-');
}

/** A part as percent: "1.1 %". */
export function percentWords(part: number): string {
  return `${Number((part * 100).toPrecision(3))} %`;
}
