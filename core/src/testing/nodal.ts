/**
 * Volts by Kirchhoff's current law: an oracle for specs, that knows nothing of hypotheses. Nodes are named; branches are
 * conductances, sources are stiff.
 */
export interface Complex {
  readonly re: number;
  readonly im: number;
}

export interface Branch {
  readonly from: string;
  readonly to: string;
  /** Admittance in siemens: real for a resistance, imaginary for a capacitor or a coil. */
  readonly siemens: Complex;
}

const add = (a: Complex, b: Complex): Complex => ({ re: a.re + b.re, im: a.im + b.im });
const minus = (a: Complex, b: Complex): Complex => ({ re: a.re - b.re, im: a.im - b.im });
const times = (a: Complex, b: Complex): Complex => ({ re: a.re * b.re - a.im * b.im, im: a.re * b.im + a.im * b.re });
const over = (a: Complex, b: Complex): Complex => {
  const size = b.re * b.re + b.im * b.im;
  return { re: (a.re * b.re + a.im * b.im) / size, im: (a.im * b.re - a.re * b.im) / size };
};
export const size = ({ re, im }: Complex): number => Math.hypot(re, im);

/** Where every node stands; `held` are those whose potential is given. Gaussian elimination with pivoting. */
export function solveNodes(held: ReadonlyMap<string, Complex>, branches: readonly Branch[]): Map<string, Complex> {
  const free = [...new Set(branches.flatMap(({ from, to }) => [from, to]))].filter((node) => !held.has(node));
  const zero: Complex = { re: 0, im: 0 };
  const rows: Complex[][] = free.map(() => Array.from({ length: free.length + 1 }, () => zero));
  const at = (row: number, column: number): Complex => rows[row]?.[column] ?? zero;
  const put = (row: number, column: number, value: Complex): void => {
    const line = rows[row];
    if (line) line[column] = value;
  };
  for (const { from, to, siemens } of branches) {
    for (const [one, other] of [
      [from, to],
      [to, from],
    ] as const) {
      const row = free.indexOf(one);
      if (row < 0) continue;
      put(row, row, add(at(row, row), siemens));
      const column = free.indexOf(other);
      if (column >= 0) put(row, column, minus(at(row, column), siemens));
      else put(row, free.length, add(at(row, free.length), times(siemens, held.get(other) ?? zero)));
    }
  }
  for (let pivot = 0; pivot < free.length; pivot += 1) {
    let best = pivot;
    for (let row = pivot + 1; row < free.length; row += 1) if (size(at(row, pivot)) > size(at(best, pivot))) best = row;
    const [a, b] = [rows[pivot], rows[best]];
    if (a && b) [rows[pivot], rows[best]] = [b, a];
    for (let row = 0; row < free.length; row += 1) {
      if (row === pivot || size(at(row, pivot)) === 0) continue;
      const factor = over(at(row, pivot), at(pivot, pivot));
      for (let column = pivot; column <= free.length; column += 1)
        put(row, column, minus(at(row, column), times(factor, at(pivot, column))));
    }
  }
  return new Map([...held, ...free.map((node, row) => [node, over(at(row, free.length), at(row, row))] as const)]);
}
