/** Volts with their phase against an earth; DC has no imaginary part. */
export interface Phasor {
  readonly re: number;
  readonly im: number;
}

export const EARTHED: Phasor = { re: 0, im: 0 };

export function phasor(volts: number, degrees = 0): Phasor {
  const angle = (degrees * Math.PI) / 180;
  return { re: volts * Math.cos(angle), im: volts * Math.sin(angle) };
}

export function less(a: Phasor, b: Phasor): Phasor {
  return { re: a.re - b.re, im: a.im - b.im };
}

/** Volts a meter shows between two points. */
export function apart(a: Phasor, b: Phasor): number {
  return Math.hypot(a.re - b.re, a.im - b.im);
}

/** Where a conductor stands that is tied to others through conductances in these parts, which add up to 1. */
export function mixed(parts: readonly number[], phasors: readonly Phasor[]): Phasor {
  let [re, im] = [0, 0];
  parts.forEach((part, index) => {
    re += part * (phasors[index]?.re ?? 0);
    im += part * (phasors[index]?.im ?? 0);
  });
  return { re, im };
}

/** All ways to share one among so many, in steps of an n-th: of two in halves (0, 1), (½, ½) and (1, 0). */
export function shares(many: number, steps: number, left = steps): readonly (readonly number[])[] {
  if (many === 1) return [[left / steps]];
  return Array.from({ length: left + 1 }, (_, taken) =>
    shares(many - 1, steps, left - taken).map((rest) => [taken / steps, ...rest]),
  ).flat();
}
