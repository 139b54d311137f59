import { formatValue } from '../quantity';
import { balanceOf, magnitudeOfEnds, PRESENCE, type Ends } from '../reference';
import { supplyOf, type UnitModelDocument } from '../unit-model';
import { explainedAt, leastVolts, predicted, type PairReading, type World } from './explain';
import { healthyWorld, hypothesesOf, type Hypothesis } from './hypotheses';
import { SUPPLY_PATTERNS, type SupplyPattern } from './patterns';
import { Source } from './source';
import { pairBand, supplyPairs } from './supply-plan';

export interface SupplyVerdict {
  readonly pattern: SupplyPattern;
  /** What it means, with the arithmetic where there is any. */
  readonly sentence: string;
}

export interface SupplyFacts {
  readonly readings: readonly PairReading[];
  /** Nothing that could feed a dead conductor back is on. */
  readonly isUnloaded: boolean;
  /** The continuity of its earth was read and is right. */
  readonly isEarthProven: boolean;
}

/** Unbalance of a three-phase supply that harms a motor: NEMA MG 1 derates it above 1 % (from memory). */
const UNBALANCE = 0.01;
/** A source that is off besides what else is wrong is not far from its nominal voltage. */
const ABOUT_NOMINAL: Ends = { low: 0.8, high: 1.2 };
/** More causes than these are not said at once. */
const MOST_CLAIMS = 3;

/** What is done next, where a pattern has more than one cause. */
const ADVICE: Partial<Record<SupplyPattern, string>> = {
  'frame-alive': '. Do not touch the frame until its earth is proven against one that is known to be good',
  'one-leg-or-fed-back': '. Take the load off and read again: what stays is one conductor, what goes was fed back',
  'conductors-lost': '. All of it may be alive through the loads',
  'lost-neutral': '. What hangs on the other lines may get more than it bears: switch off before the loads are',
  'two-lines': '. Switch off: what is built for one line gets more than it bears',
};

/**
 * What all pairs of a supply say together: of everything that may be wrong with it, one thing before two, the worst that
 * explains every pair read, by all the meter may have meant. Good, nothing and unbalanced are claims about all pairs.
 */
export function judgeSupply(model: UnitModelDocument, id: string, facts: SupplyFacts): SupplyVerdict {
  const supply = supplyOf(model, id);
  if (!supply) return { pattern: 'unclear', sentence: 'There is no such supply.' };
  return new Judging(new Source(model, supply), facts, model).verdict();
}

class Judging {
  private readonly readings: readonly PairReading[];
  private readonly bands: ReadonlyMap<PairReading, Ends | undefined>;
  private readonly healthy: readonly Ends[];
  private readonly least: number;

  constructor(
    private readonly source: Source,
    private readonly facts: SupplyFacts,
    private readonly model: UnitModelDocument,
  ) {
    // AC has no sign: what a meter may have meant is of magnitude.
    this.readings = source.isDirect
      ? facts.readings
      : facts.readings.map((each) => ({ ...each, volts: Math.abs(each.volts), ends: magnitudeOfEnds(each.ends) }));
    this.least = leastVolts(source, this.readings);
    // Thousands of worlds are held against these.
    this.bands = new Map(this.readings.map((each) => [each, pairBand(source, each.conductors)]));
    const healthy = healthyWorld(source);
    this.healthy = this.readings.map(({ conductors }) => predicted(source, healthy, conductors));
  }

  verdict(): SupplyVerdict {
    const { readings } = this;
    const unread = this.unread();
    if (readings.length === 0 || unread.length > 0)
      return this.is(
        'unclear',
        `not all of it is read: ${unread.join(', ')} ${unread.length === 1 ? 'is' : 'are'} missing`,
      );
    if (readings.every((each) => this.isNothing(each))) return this.nothing();
    const banded = readings.filter((each) => this.bands.get(each) !== undefined);
    const off = banded.filter((each) => this.side(each) !== 'within');
    const unsure = off.filter((each) => this.side(each) === undefined);
    if (off.length > 0 && unsure.length === off.length)
      return this.is('unclear', `${this.words(unsure)} too close to the limit of its band for this meter to call`);
    const fits = this.fits(off.length === 0);
    if (off.length === 0 && fits.length === 0) return this.balanced();
    return fits.length === 0
      ? this.is('unclear', 'no one reason explains this. Read it again, and treat all of it as alive')
      : this.worst(fits);
  }

  private nothing(): SupplyVerdict {
    const back = 'That is no proof of dead';
    return this.source.earth === undefined
      ? this.is(
          'nothing-across',
          `nothing across. One of them may still be alive to earth, which was not read. ${back}`,
        )
      : this.is('no-supply', `nothing arrives. ${back}`);
  }

  /** Everything that explains all pairs: of what needs the fewest things wrong, the worst first. */
  private fits(isWithin: boolean): readonly Hypothesis[] {
    const asked = hypothesesOf(this.source, this.facts.isUnloaded).filter(
      ({ pattern }) => !isWithin || this.isOfEarth(pattern),
    );
    const fits = asked.map((each) => ({ each, fit: this.fitOf(each) }));
    // A source that is off besides is one thing more that is wrong.
    const inBand = fits.filter(({ fit }) => fit === 'in band');
    const fitting = (inBand.length > 0 ? inBand : fits.filter(({ fit }) => fit !== undefined)).map(({ each }) => each);
    const least = fitting.filter(({ faults }) => faults === 1);
    const kept = least.length > 0 ? least : fitting;
    return [...kept].sort((a, b) => SUPPLY_PATTERNS.indexOf(a.pattern) - SUPPLY_PATTERNS.indexOf(b.pattern));
  }

  /** What can be wrong where every pair that has a band is within it: only what has none, the volts to earth. */
  private isOfEarth(pattern: SupplyPattern): boolean {
    const { bond } = this.source;
    if (typeof bond !== 'string') return false;
    return pattern === 'earth-fault' || (bond === 'unknown' && (pattern === 'frame-alive' || pattern === 'floating'));
  }

  /** How far the source itself may be off, as parts of its nominal voltage. */
  private get bandScale(): Ends {
    const [main] = this.readings.filter(({ conductors }) => (this.source.volts(...conductors) ?? 0) > 0);
    const band = main && this.bands.get(main);
    const volts = main && this.source.volts(...main.conductors);
    return band && volts ? { low: band.low / volts, high: band.high / volts } : ABOUT_NOMINAL;
  }

  /** Whether some world of a hypothesis shows what was read, and whether the source is then within its own band. */
  private fitOf(hypothesis: Hypothesis): 'in band' | 'off' | undefined {
    const { bandScale, readings, source, least } = this;
    let best: 'off' | undefined;
    for (const world of hypothesis.worlds()) {
      const scale = explainedAt(source, world, readings, hypothesis.scale ?? ABOUT_NOMINAL, least);
      if (!scale) continue;
      if (!hypothesis.isLevel && !this.shows(world, scale)) continue;
      const isInBand = scale.low <= bandScale.high && scale.high >= bandScale.low;
      if (hypothesis.scale || isInBand) return 'in band';
      best = 'off';
    }
    return best;
  }

  /** Whether a world would be seen: some pair that was read is out of its band, and not by the level of the source alone. */
  private shows(world: World, { low, high }: Ends): boolean {
    return (
      this.isElsewhere(world) &&
      this.readings.some((each) => this.isOut(world, low, each) || this.isOut(world, high, each))
    );
  }

  private isElsewhere(world: World): boolean {
    const tolerance = PRESENCE.absentPart * this.least;
    return this.readings.some(({ conductors }, index) => {
      const is = predicted(this.source, world, conductors);
      const would = this.healthy[index] ?? is;
      return Math.abs(is.low - would.low) > tolerance || Math.abs(is.high - would.high) > tolerance;
    });
  }

  private isOut(world: World, scale: number, reading: PairReading): boolean {
    const { low, high } = predicted(this.source, world, reading.conductors);
    const band = this.bands.get(reading);
    return band === undefined || low !== high || low * scale < band.low || high * scale > band.high;
  }

  private worst(fits: readonly Hypothesis[]): SupplyVerdict {
    const isEither = fits.some(({ pattern }) => pattern === 'both-on-one-leg') && !this.facts.isUnloaded;
    const worst = fits[0]?.pattern ?? 'unclear';
    const pattern = worst === 'both-on-one-leg' && isEither ? 'one-leg-or-fed-back' : worst;
    const claims = [...new Set(fits.map(({ claim }) => claim))].slice(0, MOST_CLAIMS);
    if (pattern === 'low' && this.isBattery) return this.is('weak-cells', this.weakCells());
    const advice = new Set([pattern, ...(isEither ? (['one-leg-or-fed-back'] as const) : [])]);
    return this.is(pattern, `${claims.join(', or ')}${[...advice].map((each) => ADVICE[each] ?? '').join('')}`);
  }

  private weakCells(): string {
    const across = Math.max(...this.readings.map(({ volts }) => volts));
    return `${percent(across / this.source.nominal)} of what fresh cells give: weak. Lamps may still light, a relay does not pull`;
  }

  /** Every pair within its band: right, save that the phases of a motor have to be alike. */
  private balanced(): SupplyVerdict {
    const { source, readings } = this;
    const lines = readings.filter(({ conductors }) => conductors.every((each) => source.isLine(each)));
    if (source.supply.system !== 'three-phase' || lines.length < 3) return this.is('good', 'as it should be');
    const { mean, deviation, unbalance } = balanceOf(lines.map(({ volts }) => volts));
    if (unbalance <= UNBALANCE) return this.is('good', `${percent(unbalance)} unbalanced, as it should be`);
    const held = this.facts.isUnloaded
      ? ''
      : '. A lost phase may be held up by a running motor: stop it and read again';
    return this.is(
      'unbalanced',
      `mean ${formatValue(mean, 'V', 4)}, the farthest ${formatValue(deviation, 'V', 3)} from it, ${percent(unbalance)} unbalanced; above 1 % a motor is derated (NEMA MG 1)${held}`,
    );
  }

  private is(pattern: SupplyPattern, claim: string): SupplyVerdict {
    const isDoubtful = pattern === 'floating' || pattern === 'frame-alive' || pattern === 'earth-fault';
    const note =
      this.facts.isEarthProven || this.source.earth === undefined || isDoubtful
        ? ''
        : ' The earth it was read to is not proven.';
    const unknown =
      this.source.strangers.length > 0
        ? ` What ${this.source.strangers.join(', ')} is, the unit’s data do not say.`
        : '';
    return { pattern, sentence: `${this.words(this.readings)}: ${claim}.${note}${unknown}` };
  }

  private words(readings: readonly PairReading[]): string {
    return readings.map(({ name, volts }) => `${name} ${formatValue(volts, 'V', 4)}`).join(', ');
  }

  private unread(): readonly string[] {
    return supplyPairs(this.model, this.source)
      .filter(
        ({ conductors: [one, other] }) =>
          !this.readings.some(({ conductors }) => conductors.includes(one) && conductors.includes(other)),
      )
      .map(({ name }) => name);
  }

  private isNothing({ ends }: PairReading): boolean {
    return magnitudeOfEnds(ends).high <= PRESENCE.absentPart * this.source.nominal;
  }

  /** How it lies to the band its reading is judged by; undefined where the meter cannot tell. */
  private side(reading: PairReading): 'low' | 'within' | 'high' | undefined {
    const band = this.bands.get(reading);
    if (!band) return 'within';
    const { low, high } = reading.ends;
    if (low >= band.low && high <= band.high) return 'within';
    if (high < band.low) return 'low';
    return low > band.high ? 'high' : undefined;
  }

  /** Fed by cells, which tire. */
  private get isBattery(): boolean {
    return this.model.devices.some(({ id, kind }) => id === this.source.supply.from && kind === 'battery');
  }
}

function percent(part: number): string {
  return `${Number((part * 100).toPrecision(2))} %`;
}
