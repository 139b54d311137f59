import type { Ends } from '../reference';
import type { World } from './explain';
import type { SupplyPattern } from './patterns';
import { apart, EARTHED, mixed, phasor, shares, type Phasor } from './phasor';
import type { Source } from './source';

/** One thing that may be wrong with a supply, and every way its conductors would then stand. */
export interface Hypothesis {
  readonly pattern: SupplyPattern;
  /** What it says of the machine, as one clause. */
  readonly claim: string;
  /** How many things have to be wrong at once. */
  readonly faults: 1 | 2;
  /** The voltages the source may have, as parts of its nominal one; within its band where nothing is said. */
  readonly scale?: Ends;
  readonly worlds: () => Iterable<World>;
  /** Nothing is wrong but the voltage of the source. */
  readonly isLevel?: true;
}

type Standing = ReadonlyMap<string, Phasor>;

/** A source whose voltage alone is off may be nearly nothing, or line to line where line to neutral should be. */
const ANY_LEVEL: Ends = { low: 0.02, high: 2.5 };
/** Steps in which a share among two, three and four conductors is tried. */
const STEPS: Readonly<Record<number, number>> = { 1: 1, 2: 48, 3: 32, 4: 24 };
/** Of a conductor's own place: more and it arrives, less and it is lost. */
const ARRIVES_IN_PART: Ends = { low: 0.05, high: 0.98 };
/** Mains, as against what a small transformer gives: only it has other phases and other customers beside it. */
const MAINS_VOLTS = 90;

/** What one thing can do to a supply, and several conductors lost at once. */
export function hypothesesOf(source: Source, isUnloaded: boolean): readonly Hypothesis[] {
  const base = baseOf(source);
  return [
    ...levels(source, base),
    ...crossed(source, base),
    ...frameAlive(source, base),
    ...lost(source, base, isUnloaded),
    ...partly(source, base),
    ...onOne(source, base),
    ...besides(source, base),
    ...earthOpen(source, base),
  ];
}

/** A supply with nothing wrong; where nobody says how it is joined to earth, as it usually is. */
export function healthyWorld(source: Source): World {
  return worldOf(source, baseOf(source));
}

/** Where the conductors of a healthy supply stand; joined to earth as usual, at what brings the current back, where nobody says. */
function baseOf(source: Source): Standing {
  if (typeof source.bond !== 'string') return source.bondedAt(source.bond.at);
  const back = [...source.healthy.keys()].find((name) => source.isReturn(name));
  return back === undefined ? source.healthy : source.bondedAt(back);
}

/** Where nothing is joined to earth on purpose, the earth stands anywhere between the conductors. */
function worldOf(source: Source, standing: Standing, frame?: Phasor, loose: readonly string[] = []): World {
  const { earth, bond } = source;
  if (earth === undefined) return { at: standing, loose: new Set(loose) };
  const isAnywhere = bond === 'none' && frame === undefined;
  return {
    at: new Map([...standing, [earth, frame ?? EARTHED]]),
    loose: new Set(isAnywhere ? [...loose, earth] : loose),
  };
}

function levels(source: Source, base: Standing): readonly Hypothesis[] {
  const worlds = (): readonly World[] => [worldOf(source, base)];
  return [
    {
      pattern: 'high',
      claim: 'over its band',
      faults: 1,
      scale: { low: 1, high: ANY_LEVEL.high },
      worlds,
      isLevel: true,
    },
    {
      pattern: 'low',
      claim: 'under its band. Read it again under load and find the drop',
      faults: 1,
      scale: { low: ANY_LEVEL.low, high: 1 },
      worlds,
      isLevel: true,
    },
  ];
}

/** Conductors in each other's places. */
function crossed(source: Source, base: Standing): readonly Hypothesis[] {
  const names = [...base.keys()];
  return permutations(names).flatMap((places): readonly Hypothesis[] => {
    const moved = names.filter((name, index) => places[index] !== name);
    if (moved.length === 0) return [];
    const standing = new Map(names.map((name, index) => [name, base.get(places[index] ?? name) ?? EARTHED]));
    return [
      {
        pattern: 'reversed',
        claim:
          moved.length === 2 ? `${moved.join(' and ')} are crossed` : `${moved.join(', ')} are in each other’s places`,
        faults: 1,
        worlds: () => [worldOf(source, standing)],
      },
    ];
  });
}

/** The earth that was read to stands on a conductor, in its place or beside it. */
function frameAlive(source: Source, base: Standing): readonly Hypothesis[] {
  const { earth } = source;
  // Where nothing is joined to earth, a conductor at earth is a fault of its own and no touch voltage yet.
  if (earth === undefined || source.bond === 'none') return [];
  return [...base].flatMap(([name, stands]): readonly Hypothesis[] => {
    if (apart(stands, EARTHED) === 0) return [];
    return [
      {
        pattern: 'frame-alive',
        claim: `${earth} is alive from ${name}, and so is the frame it is joined to`,
        faults: 1,
        worlds: () => [
          worldOf(source, base, stands),
          // The two changed places: what should be the line is at earth.
          worldOf(source, new Map([...base, [name, EARTHED]]), stands),
        ],
      },
    ];
  });
}

/** Conductors that do not come through: fed back by the loads between them and the others, or hanging free. */
function lost(source: Source, base: Standing, isUnloaded: boolean): readonly Hypothesis[] {
  const names = [...base.keys()];
  return subsets(names).flatMap((gone): readonly Hypothesis[] => {
    const held = names.filter((name) => !gone.includes(name));
    const hasLine = held.some((name) => apart(base.get(name) ?? EARTHED, EARTHED) > 0);
    // With every live conductor gone nothing arrives, which is told by its own.
    if (gone.length === 0 || !hasLine) return [];
    return [
      {
        pattern: lostPattern(source, gone),
        claim: gone.length === 1 ? `${gone.join('')} does not arrive` : `${gone.join(' and ')} do not arrive`,
        faults: gone.length === 1 ? 1 : 2,
        worlds: function* () {
          yield worldOf(source, base, undefined, gone);
          if (!isUnloaded) yield* fedBack(source, base, gone, held);
        },
      },
    ];
  });
}

function lostPattern(source: Source, gone: readonly string[]): SupplyPattern {
  if (gone.length > 1) return 'conductors-lost';
  if (source.isDirect) return 'pole-lost';
  return gone.some((name) => source.isReturn(name)) ? 'lost-neutral' : 'one-leg-lost';
}

/** Each of the lost ones shares in the places of those that are held; the earth goes with a neutral lost before its bond. */
function* fedBack(source: Source, base: Standing, gone: readonly string[], held: readonly string[]): Generator<World> {
  const places = held.map((name) => base.get(name) ?? EARTHED);
  const first = shares(places.length, STEPS[places.length] ?? 12).map((parts) => mixed(parts, places));
  const coarse = first.filter((_, index) => index % 4 === 0);
  const back = gone.find((name) => source.isReturn(name));
  const tries = new Tries(source, base);
  for (const stands of first) {
    for (const other of gone.length > 1 ? coarse : [stands]) {
      gone.forEach((name, index) => tries.put(name, index === 0 ? stands : other));
      yield* tries.worlds(back);
    }
  }
}

/**
 * Worlds that are tried one after the other in the same two maps: thousands of them, of which one is looked at at a time
 * and none is kept.
 */
class Tries {
  readonly #still: World;
  readonly #along: World;
  readonly #maps: readonly Map<string, Phasor>[];

  constructor(
    private readonly source: Source,
    base: Standing,
  ) {
    this.#still = worldOf(source, base);
    this.#along = worldOf(source, base, EARTHED);
    this.#maps = [new Map(this.#still.at), new Map(this.#along.at)];
  }

  put(name: string, stands: Phasor): void {
    for (const map of this.#maps) map.set(name, stands);
  }

  /** With the earth where it is held, and with the earth that goes along with a neutral lost before its bond. */
  *worlds(back: string | undefined): Generator<World> {
    const [still, along] = this.#maps;
    if (still) yield { ...this.#still, at: still };
    const { earth } = this.source;
    const stands = back === undefined ? undefined : along?.get(back);
    if (!along || earth === undefined || stands === undefined || !isOfLines(this.source)) return;
    along.set(earth, stands);
    yield { ...this.#along, at: along };
  }
}

/** Between several lines a neutral that moves is seen; with one alone it is a line that is low. */
function isOfLines(source: Source): boolean {
  return [...source.roles.keys()].filter((name) => source.isLine(name)).length > 1;
}

/** A conductor that arrives through a bad joint or a load in series, or is lost and held up by a running motor. */
function partly(source: Source, base: Standing): readonly Hypothesis[] {
  const names = [...base.keys()];
  return names.map((name) => {
    const places = [
      base.get(name) ?? EARTHED,
      ...names.filter((each) => each !== name).map((each) => base.get(each) ?? EARTHED),
    ];
    // Where neither earth nor a second line tells them apart, what comes back in part is a supply that is low.
    const isReturn = source.isReturn(name) && !source.isDirect && (source.bond !== 'none' || isOfLines(source));
    return {
      pattern: isReturn ? 'lost-neutral' : 'low',
      claim: isReturn
        ? `${name} does not hold: it is loose, or it is lost and what hangs on it pulls it about`
        : `${name} arrives only in part: a bad joint, a load in series, or it is lost and a running motor holds it up`,
      faults: 1,
      worlds: function* () {
        const tries = new Tries(source, base);
        for (const parts of shares(places.length, STEPS[places.length] ?? 12)) {
          const own = parts[0] ?? 0;
          if (own < ARRIVES_IN_PART.low || own > ARRIVES_IN_PART.high) continue;
          tries.put(name, mixed(parts, places));
          yield* tries.worlds(isReturn ? name : undefined);
        }
      },
    };
  });
}

/** Two terminals on one conductor. */
function onOne(source: Source, base: Standing): readonly Hypothesis[] {
  const names = [...base.keys()];
  return names.flatMap((name) =>
    names.flatMap((other): readonly Hypothesis[] => {
      const stands = base.get(other) ?? EARTHED;
      if (name === other || apart(stands, EARTHED) === 0) return [];
      return [
        {
          pattern: 'both-on-one-leg',
          claim: `${[name, other].sort().join(' and ')} sit on one conductor`,
          faults: 1,
          worlds: () => [worldOf(source, new Map([...base, [name, stands]]))],
        },
      ];
    }),
  );
}

/** What else comes to the terminals of a machine for one line and a neutral of the mains. */
function besides(source: Source, base: Standing): readonly Hypothesis[] {
  const back = [...base.keys()].find((name) => source.isReturn(name));
  const line = [...base.keys()].find((name) => source.isLine(name));
  if (
    source.supply.system !== 'single-phase' ||
    source.nominal < MAINS_VOLTS ||
    source.bond === 'none' ||
    !back ||
    !line
  )
    return [];
  const withBack = (stands: Phasor): World =>
    worldOf(
      source,
      new Map([
        [line, phasor(source.nominal)],
        [back, stands],
      ]),
    );
  return [
    {
      pattern: 'two-lines',
      claim: `${back} brings another line`,
      faults: 1,
      worlds: () => [120, 180].map((degrees) => withBack(phasor(source.nominal, degrees))),
    },
    {
      pattern: 'lost-neutral',
      claim: `${back} is lost before this machine, where other lines pull it about`,
      faults: 1,
      worlds: function* () {
        for (let part = 0.05; part < 0.95; part += 0.05)
          for (let degrees = 0; degrees <= 180; degrees += 10) yield withBack(phasor(part * source.nominal, degrees));
      },
    },
  ];
}

/** Nothing ties the supply to the earth that was read to: the bond, the earth, or, where that is meant, one fault to earth. */
function earthOpen(source: Source, base: Standing): readonly Hypothesis[] {
  const { earth } = source;
  if (earth === undefined) return [];
  const floating: Hypothesis = {
    pattern: 'floating',
    claim: floatingClaim(source, earth),
    faults: 1,
    worlds: () => [worldOf(source, base, undefined, [earth])],
  };
  if (typeof source.bond !== 'string') return [floating];
  const names = [...base.keys()];
  const faults = names.map((name): Hypothesis => ({
    pattern: 'earth-fault',
    claim:
      source.bond === 'none'
        ? `${name} has a fault to earth; a second one on another conductor is a short`
        : `${name} stands at earth: joined to it on purpose, or a fault`,
    faults: 1,
    worlds: function* () {
      const places = names.map((each) => base.get(each) ?? EARTHED);
      for (const parts of shares(places.length, STEPS[places.length] ?? 12))
        if ((parts[names.indexOf(name)] ?? 0) >= STRAY_FROM) yield worldOf(source, base, mixed(parts, places));
    },
  }));
  return [floating, ...faults];
}

/** From this part on the earth is held at a conductor and does not float between them. */
const STRAY_FROM = 0.75;

function floatingClaim(source: Source, earth: string): string {
  if (source.bond === 'none') return 'it floats, as it should';
  return source.bond === 'unknown'
    ? `it floats: made so, or its bond is missing, or ${earth} is not connected`
    : `it floats: the bond at the source is missing, or ${earth} is not connected and the frame stands where it likes`;
}

function permutations(names: readonly string[]): readonly (readonly string[])[] {
  if (names.length <= 1) return [names];
  return names.flatMap((name) => permutations(names.filter((each) => each !== name)).map((rest) => [name, ...rest]));
}

function subsets(names: readonly string[]): readonly (readonly string[])[] {
  const [first, ...rest] = names;
  if (first === undefined) return [[]];
  return subsets(rest).flatMap((each) => [each, [first, ...each]]);
}
