import { PRESENCE, type Ends } from '../reference';
import { apart, EARTHED, type Phasor } from './phasor';
import type { Source } from './source';

/** What a meter showed between two conductors: all it may be, DC with its sign. */
export interface PairReading {
  /** "L-N". */
  readonly name: string;
  readonly conductors: readonly [string, string];
  readonly volts: number;
  readonly ends: Ends;
}

/** Where every conductor would stand, for a source of the nominal voltage. */
export interface World {
  readonly at: ReadonlyMap<string, Phasor>;
  /** Those that hang free: a meter pulls them where it likes. */
  readonly loose: ReadonlySet<string>;
}

/** How far a real supply is from the figures of a world; common practice, no source. */
export const STRAY = {
  /** Along its wires, as a part of the smallest voltage it has. */
  part: 0.03,
  /** Part of what it could stray to that a conductor hanging free shows at most; more is held there by something. */
  loose: 0.5,
  /** The same for an earth: the frame of a machine and its filters hold it better. */
  looseEarth: 0.8,
} as const;

/** Volts between two conductors of a world with a source of the nominal voltage. */
export function predicted(source: Source, world: World, [one, other]: PairReading['conductors']): Ends {
  const [a, b] = [world.at.get(one) ?? EARTHED, world.at.get(other) ?? EARTHED];
  if (!world.loose.has(one) && !world.loose.has(other)) {
    const volts = source.isDirect ? a.re - b.re : apart(a, b);
    return { low: volts, high: volts };
  }
  const held = world.loose.has(one) ? b : a;
  const farthest = Math.max(...[...world.at.values(), EARTHED].map((each) => apart(each, held)));
  const part =
    world.loose.has(source.earth ?? '') && (one === source.earth || other === source.earth)
      ? STRAY.looseEarth
      : STRAY.loose;
  return { low: source.isDirect ? -part * farthest : 0, high: part * farthest };
}

/** The smallest voltage that is not nothing among the pairs that were read, when all is well. */
export function leastVolts(source: Source, readings: readonly PairReading[]): number {
  return Math.min(...readings.map((each) => source.volts(...each.conductors) || Infinity), source.nominal);
}

/**
 * The voltages of the source, as parts of its nominal one, at which a world shows what was read; undefined where there
 * are none. `least` is the smallest voltage of a healthy supply, of which a real one strays by a part.
 */
export function explainedAt(
  source: Source,
  world: World,
  readings: readonly PairReading[],
  scale: Ends,
  least: number,
): Ends | undefined {
  let { low, high } = scale;
  for (const { conductors, ends } of readings) {
    const volts = predicted(source, world, conductors);
    const isZero = volts.low === 0 && volts.high === 0;
    const tolerance = isZero ? PRESENCE.absentPart * source.nominal : STRAY.part * least;
    const [from, to] = [ends.low - tolerance, ends.high + tolerance];
    // scale * volts.high has to reach `from`, and scale * volts.low must not pass `to`.
    if (volts.high > 0) low = Math.max(low, from / volts.high);
    else if (volts.high < 0) high = Math.min(high, from / volts.high);
    else if (from > 0) return undefined;
    if (volts.low > 0) high = Math.min(high, to / volts.low);
    else if (volts.low < 0) low = Math.max(low, to / volts.low);
    else if (to < 0) return undefined;
    if (low > high) return undefined;
  }
  return { low, high };
}
