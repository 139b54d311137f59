/** Ohms of what nobody rates. Common practice, no source, unless said otherwise. */
export const USUAL_OHMS = {
  /** A closed contact of a switch, a relay or an isolator. */
  contact: 0.02,
  /** A fuse that is whole. */
  fuse: 0.02,
  /** A pin in its plug. */
  pin: 0.005,
  /** A wire whose length or gauge nobody wrote down. */
  wire: 0.02,
  /** A bar, a trace, a jumper. */
  bar: 0.005,
  /** What bonds a conductor to earth at the source. */
  bond: 0.05,
  /** A source whose impedance nobody wrote down. */
  source: 0.3,
  /** What an island nobody ties to earth leaks to it. */
  island: 1e9,
} as const;

/** Ohm square millimetres per metre of annealed copper at 20 °C, 1/58 (IEC 60028). */
export const COPPER_OHMS = 1 / 58;

/** Volts an anode drops are nothing here: where a rectifier fills a capacitor it reaches the peak of a sine. */
export const PEAK = Math.SQRT2;
