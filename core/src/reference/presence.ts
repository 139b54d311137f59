/**
 * From where a quantity counts as there, and until where as nothing: one table for readings, supplies, chains, proofs and
 * traps. Common practice without a source, all of them, save where one is named.
 */
export const PRESENCE = {
  /** Under this part of what it would be, a quantity is absent, and a pair of a supply is nothing. */
  absentPart: 0.05,
  /** Under this part it is only partly there; a pair of a supply is alive from here on. */
  partialPart: 0.5,
  /** From this part on a state is present, and an open contact shows the whole voltage. */
  presentPart: 0.8,
  /** Above this part of what it would be, it is something else. */
  presentTopPart: 1.3,
  /** Along a chain everything up to the point conducts from this part on: loads and joints take their share. */
  chainAlivePart: 0.7,
  /** Along a chain nothing arrives under this part. */
  chainDeadPart: 0.1,
  /** Most of what it should be that a feed without load may give along a chain. */
  chainTopPart: 1.4,
  /** Most of it while a load takes too much: a supply at its upper limit, and no more. */
  loadedTopPart: 1.15,
  /** From this part on a load works: contactors have to pull in from 85 % of their rating (IEC 60947-4-1). */
  servedPart: 0.85,
  /** Volts that are nothing whatever they are a part of. */
  deadVolts: 1,
  /** Least volts that show a meter alive on a source known to be live, where extra-low voltage is to be found gone. */
  knownLiveVolts: 10,
  /** The same where more than that is to be found gone. */
  knownLiveMainsVolts: 50,
  /**
   * Least volts that show the DC function alive: a battery does. Leads and the input that stands high volts are shown by
   * the check in AC; what is left is that the function itself converts.
   */
  knownLiveDcVolts: 1,
} as const;

/** Two ends of what a value may be; an end may be infinite. */
export interface Ends {
  readonly low: number;
  readonly high: number;
}

/**
 * The ends of the magnitude: turning the probes changes nothing.
 *
 * @example magnitudeOfEnds({ low: -3, high: 1 }) // {"low":0,"high":3}
 */
export function magnitudeOfEnds({ low, high }: Ends): Ends {
  if (low >= 0) return { low, high };
  if (high <= 0) return { low: -high, high: -low };
  return { low: 0, high: Math.max(-low, high) };
}

/**
 * A value and all it may be, as far as the meter can tell; the value alone where nothing is known of the meter.
 *
 * @example endsOf(24.3) // {"low":24.3,"high":24.3}
 * @example endsOf(24.3, { low: 24 }) // {"low":24,"high":null}
 */
export function endsOf(value: number, interval?: { readonly low?: number; readonly high?: number }): Ends {
  return interval ? { low: interval.low ?? -Infinity, high: interval.high ?? Infinity } : { low: value, high: value };
}

/** What volts show: alive or dead only where all they may be says so. */
export type Presence = 'alive' | 'dead' | 'unclear';

/**
 * Alive from one magnitude on, dead up to another, in volts.
 *
 * @example presenceOf({ low: 23.1, high: 23.4 }, { aliveFrom: 16.8, deadUpTo: 2.4 }) // 'alive'
 * @example presenceOf({ low: 16.7, high: 17 }, { aliveFrom: 16.8, deadUpTo: 2.4 }) // 'unclear'
 */
export function presenceOf(
  ends: Ends,
  { aliveFrom, deadUpTo }: { readonly aliveFrom: number; readonly deadUpTo: number },
): Presence {
  const { low, high } = magnitudeOfEnds(ends);
  if (low >= aliveFrom) return 'alive';
  return high <= deadUpTo ? 'dead' : 'unclear';
}
