import { balanceOf, endsOf, magnitudeOfEnds, PRESENCE, type Ends } from '../reference';
import { formatValue } from '../quantity';
import { supplyNominal, supplyOf, type SupplyDocument, type UnitModelDocument } from '../unit-model';
import { pairBand, pairVolts } from './supply-plan';

/** What the pairs of a supply can come to together. */
export const SUPPLY_PATTERNS = [
  'good',
  'no-supply',
  'reversed',
  'lost-neutral',
  'one-leg-lost',
  'both-on-one-leg',
  'one-leg-or-fed-back',
  'floating',
  'low',
  'high',
  'unbalanced',
  'weak-cells',
  'unclear',
] as const;
export type SupplyPattern = (typeof SUPPLY_PATTERNS)[number];

export interface SupplyVerdict {
  readonly pattern: SupplyPattern;
  /** What it means, with the arithmetic where there is any. */
  readonly sentence: string;
}

export interface SupplyFacts {
  /** Volts of every pair by its name, DC with its sign. */
  readonly volts: ReadonlyMap<string, number>;
  /** All that the volts of a pair may be, as far as the meter can tell; the volts themselves where it is not known. */
  readonly intervals?: ReadonlyMap<string, Ends>;
  /** Nothing that could feed a dead conductor back is on. */
  readonly isUnloaded: boolean;
  /** The continuity of its earth was read and is right. */
  readonly isEarthProven: boolean;
}

/** Unbalance of a three-phase supply that harms a motor: NEMA MG 1 derates it above 1 % (from memory). */
const UNBALANCE = 0.01;
/** Legs this far apart hang on a neutral that does not hold them; common practice, no source. */
const LOOSE_NEUTRAL = 0.1;

/** What all pairs of a supply say together. The volts have every pair of `supplyPlan`. */
export function judgeSupply(model: UnitModelDocument, id: string, facts: SupplyFacts): SupplyVerdict {
  const supply = supplyOf(model, id);
  if (!supply) return { pattern: 'unclear', sentence: 'There is no such supply.' };
  const view = new SupplyView(model, supply, facts);
  const judged = BY_SYSTEM[supply.system](view);
  const note =
    facts.isEarthProven || supply.terminals?.['E'] === undefined || judged.pattern === 'floating'
      ? ''
      : ' The earth it was read to is not proven.';
  return { ...judged, sentence: `${judged.sentence}${note}` };
}

/** The readings of one supply with the words for them. */
class SupplyView {
  readonly nominal: number;

  constructor(
    private readonly model: UnitModelDocument,
    readonly supply: SupplyDocument,
    readonly facts: SupplyFacts,
  ) {
    this.nominal = supplyNominal(model, supply.id);
  }

  volts(name: string): number {
    const [a = '', b = ''] = name.split('-');
    return this.facts.volts.get(name) ?? this.facts.volts.get(`${b}-${a}`) ?? NaN;
  }

  words(...names: readonly string[]): string {
    return names
      .filter((name) => !Number.isNaN(this.volts(name)))
      .map((name) => `${name} ${formatValue(this.volts(name), 'V', 4)}`)
      .join(', ');
  }

  /** The magnitude of a pair with all it may be. */
  private ends(name: string): Ends {
    const [a = '', b = ''] = name.split('-');
    const known = this.facts.intervals?.get(name) ?? this.facts.intervals?.get(`${b}-${a}`);
    return magnitudeOfEnds(known ?? endsOf(this.volts(name)));
  }

  private should(name: string): number {
    return Math.abs(pairVolts(this.model, this.supply, name) ?? this.nominal);
  }

  isNothing(name: string): boolean {
    return this.ends(name).high <= PRESENCE.absentPart * this.nominal;
  }

  /** At least half of what it should be, or of what a line has where it should be nothing. */
  isAlive(name: string): boolean {
    const line = this.supply.system === 'split-phase' ? this.nominal / 2 : this.nominal;
    return this.ends(name).low >= PRESENCE.partialPart * (this.should(name) || line);
  }

  /** How it lies to the band its reading is judged by; undefined where the meter cannot tell. */
  side(name: string): 'low' | 'within' | 'high' | undefined {
    const band = pairBand(this.model, this.supply, name);
    const { low, high } = this.ends(name);
    if (low >= band.low && high <= band.high) return 'within';
    if (high < band.low) return 'low';
    return low > band.high ? 'high' : undefined;
  }

  /** Fed by cells, which tire. */
  get isBattery(): boolean {
    return this.model.devices.some(({ id, kind }) => id === this.supply.from && kind === 'battery');
  }

  has(name: string): boolean {
    return !Number.isNaN(this.volts(name));
  }

  is(pattern: SupplyPattern, sentence: string): SupplyVerdict {
    return { pattern, sentence };
  }
}

const BY_SYSTEM: Readonly<Record<SupplyDocument['system'], (view: SupplyView) => SupplyVerdict>> = {
  'single-phase': judgeTwoWires('L', 'N'),
  'class-2-ac': judgeTwoWires('feed', 'return'),
  'split-phase': judgeSplit,
  'three-phase': judgeThree,
  dc: judgeDirect,
};

function level(view: SupplyView, name: string): SupplyVerdict {
  const side = view.side(name);
  if (side === 'low')
    return view.is('low', `${view.words(name)}: under its band. Read it again under load and find the drop.`);
  if (side === 'high') return view.is('high', `${view.words(name)}: over its band.`);
  if (side === undefined)
    return view.is('unclear', `${view.words(name)}: too close to the limit of its band for this meter to call.`);
  return view.is('good', `${view.words(...view.facts.volts.keys())}: as it should be.`);
}

/** A line and the conductor that is bonded to earth. */
function judgeTwoWires(line: string, back: string): (view: SupplyView) => SupplyVerdict {
  const [across, hot, cold] = [`${line}-${back}`, `${line}-E`, `${back}-E`];
  return (view) => {
    const words = view.words(across, hot, cold);
    const hasEarth = view.has(hot) && view.has(cold);
    if (view.isNothing(across) && (!hasEarth || (view.isNothing(hot) && view.isNothing(cold))))
      return view.is('no-supply', `${words}: nothing arrives.`);
    if (!hasEarth || view.supply.bond === undefined) {
      return view.isAlive(across) ? level(view, across) : view.is('unclear', `${words}: no one reason explains this.`);
    }
    if (view.isNothing(across)) return bothAlive(view, words, back, cold);
    if (!view.isAlive(across))
      return view.is('low', `${words}: only a part of it arrives: a bad joint, or a load in series.`);
    if (view.isNothing(hot) && view.isAlive(cold))
      return view.is('reversed', `${words}: ${line} and ${back} are crossed.`);
    if (view.isNothing(cold) && view.isAlive(hot)) return level(view, across);
    const earth = view.facts.isEarthProven
      ? 'the bond at the source is missing'
      : 'this earth is not connected, or the bond is missing';
    return view.is('floating', `${words}: about a part on each to earth. The supply floats: ${earth}.`);
  };
}

/** Both conductors alive to earth and nothing across. */
function bothAlive(view: SupplyView, words: string, back: string, cold: string): SupplyVerdict {
  if (!view.isAlive(cold)) return view.is('lost-neutral', `${words}: ${back} does not come through.`);
  return view.facts.isUnloaded
    ? view.is('both-on-one-leg', `${words}, with every load off: both terminals sit on one conductor.`)
    : view.is(
        'one-leg-or-fed-back',
        `${words}: both alive to earth and nothing across. ${back} is lost and seen through a load, or both sit on one conductor: take the load off and read ${cold} again. What stays is one conductor, what goes was fed back.`,
      );
}

function judgeSplit(view: SupplyView): SupplyVerdict {
  const [one, two, across] = ['L1-N', 'L2-N', 'L1-L2'];
  const words = view.words(one, two, across, 'N-E');
  if ([one, two, across].every((name) => view.isNothing(name)))
    return view.is('no-supply', `${words}: nothing arrives.`);
  const [a, b, whole] = [view.volts(one), view.volts(two), view.volts(across)];
  const isHalf = (volts: number): boolean => volts > 0.35 * view.nominal && volts < 0.65 * view.nominal;
  // A leg where the neutral should be: the whole stands to one side of it and a half to the other.
  if (Math.max(a, b) > 0.85 * view.nominal && isHalf(Math.min(a, b)) && isHalf(whole))
    return view.is('reversed', `${words}: neutral and a leg are crossed.`);
  if (view.isNothing(one) !== view.isNothing(two) && isHalf(whole))
    return view.is('one-leg-lost', `${words}: ${view.isNothing(one) ? 'L1' : 'L2'} does not arrive.`);
  if (view.isAlive(across)) {
    const isSum = Math.abs(a + b - whole) <= 0.1 * view.nominal;
    const apart = Math.abs(a - b) / (a + b);
    if (isSum && apart > LOOSE_NEUTRAL)
      return view.is(
        'lost-neutral',
        `${words}: the legs add up to the whole and are ${percent(apart)} apart from their mean. The neutral does not hold them.`,
      );
    if (!isSum && (view.isNothing(one) || view.isNothing(two)))
      return view.is('lost-neutral', `${words}: leg to leg is there and a leg to neutral is not.`);
    if (view.has('N-E') && !view.isNothing('N-E'))
      return view.is(
        'floating',
        `${words}: neutral is not at earth. ${view.facts.isEarthProven ? 'Its bond is missing' : 'Prove the earth first'}.`,
      );
    const off = [across, one, two].find((name) => view.side(name) !== 'within');
    return off === undefined ? view.is('good', `${words}: as it should be.`) : level(view, off);
  }
  if (view.isAlive(one) && view.isAlive(two)) {
    return view.facts.isUnloaded
      ? view.is('both-on-one-leg', `${words}, with every load off: both terminals sit on one leg.`)
      : view.is(
          'one-leg-or-fed-back',
          `${words}: both legs alive to neutral and nothing across them. Both sit on one leg, or one leg is lost and fed back through the load: take the load off and read both again. The one that goes was fed back.`,
        );
  }
  const dead = view.isAlive(one) ? 'L2' : 'L1';
  return view.is('one-leg-lost', `${words}: ${dead} does not arrive.`);
}

function judgeThree(view: SupplyView): SupplyVerdict {
  const lines = ['L1-L2', 'L2-L3', 'L1-L3'].filter((name) => view.has(name));
  const words = view.words(...lines);
  if (lines.every((name) => view.isNothing(name))) return view.is('no-supply', `${words}: nothing arrives.`);
  const alive = lines.filter((name) => view.side(name) !== 'low');
  const weak = lines.filter((name) => Math.abs(view.volts(name)) < 0.75 * view.nominal);
  if (weak.length >= 2 && alive.length <= 1) {
    const lost = ['L1', 'L2', 'L3'].find((line) => weak.every((name) => name.split('-').includes(line)));
    return view.is('one-leg-lost', `${words}: ${lost ?? 'a phase'} does not arrive.`);
  }
  if (weak.length === 1)
    return view.is(
      'both-on-one-leg',
      `${words}: ${weak.join('')} is nearly nothing: both sit on one phase, or one is fed back through the motor.`,
    );
  const phases = ['L1-N', 'L2-N', 'L3-N'].filter((name) => view.has(name));
  const neutral = balanceOf(phases.map((name) => view.volts(name)));
  if (phases.length === 3 && neutral.unbalance > LOOSE_NEUTRAL)
    return view.is(
      'lost-neutral',
      `${words}, ${view.words(...phases)}: phase to phase is right and phase to neutral is not.`,
    );
  const { mean, deviation, unbalance } = balanceOf(lines.map((name) => view.volts(name)));
  if (unbalance > UNBALANCE)
    return view.is(
      'unbalanced',
      `${words}: mean ${formatValue(mean, 'V', 4)}, the farthest ${formatValue(deviation, 'V', 3)} from it, ${percent(unbalance)} unbalanced; above 1 % a motor is derated (NEMA MG 1).`,
    );
  const off = lines.find((name) => view.side(name) !== 'within');
  return off === undefined
    ? view.is('good', `${words}: ${percent(unbalance)} unbalanced, as it should be.`)
    : level(view, off);
}

function judgeDirect(view: SupplyView): SupplyVerdict {
  const volts = view.volts('plus-minus');
  const words = view.words('plus-minus', 'plus-E', 'minus-E');
  if (view.isNothing('plus-minus')) return view.is('no-supply', `${words}: nothing arrives.`);
  if (volts < 0) return view.is('reversed', `${words}: plus and minus are crossed, or the probes are.`);
  if (view.supply.bond !== undefined && view.has('minus-E') && !view.isNothing('minus-E') && !view.isNothing('plus-E'))
    return view.is('floating', `${words}: neither pole is at earth: the bond is missing.`);
  if (view.side('plus-minus') === 'low' && view.isBattery)
    return view.is(
      'weak-cells',
      `${words}, ${percent(volts / view.nominal)} of what fresh cells give: weak. Lamps may still light, a relay does not pull.`,
    );
  return level(view, 'plus-minus');
}

function percent(part: number): string {
  return `${Number((part * 100).toPrecision(2))} %`;
}
