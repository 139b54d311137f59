import {
  bondOf,
  conductorOf,
  conductorRole,
  supplyNominal,
  type Bond,
  type ConductorRole,
  type SupplyDocument,
  type UnitModelDocument,
} from '../unit-model';
import { apart, EARTHED, less, phasor, type Phasor } from './phasor';

type Standing = Partial<Record<ConductorRole, Phasor>>;

/** Where each conductor of a healthy supply stands against the middle of its source. */
const HEALTHY: Readonly<Record<SupplyDocument['system'], (volts: number) => Standing>> = {
  'single-phase': singlePhase,
  'class-2-ac': singlePhase,
  'split-phase': (volts) => ({ 'line-1': phasor(volts / 2), 'line-2': phasor(-volts / 2), return: EARTHED }),
  'three-phase': (volts) => ({
    'line-1': phasor(volts / Math.sqrt(3)),
    'line-2': phasor(volts / Math.sqrt(3), -120),
    'line-3': phasor(volts / Math.sqrt(3), 120),
    return: EARTHED,
  }),
  // Delta with a winding tapped in its middle: the second line is the high leg, 208 V to neutral of 240 V.
  'high-leg': (volts) => ({
    'line-1': phasor(volts / 2),
    'line-2': phasor((volts * Math.sqrt(3)) / 2, 90),
    'line-3': phasor(-volts / 2),
    return: EARTHED,
  }),
  dc: (volts) => ({ plus: phasor(volts), minus: EARTHED }),
};

function singlePhase(volts: number): Standing {
  return { 'line-1': phasor(volts), 'line-2': phasor(volts / Math.sqrt(3), -120), return: EARTHED };
}

/** A supply as its source makes it: where each of its conductors stands when nothing is wrong. */
export class Source {
  readonly nominal: number;
  readonly isDirect: boolean;
  readonly bond: Bond;
  /** The conductor that is the protective earth, by its own name. */
  readonly earth: string | undefined;
  /** The others by their own names, as far as it is known what they are. */
  readonly healthy: ReadonlyMap<string, Phasor>;
  readonly roles: ReadonlyMap<string, ConductorRole>;
  /** Conductors of which nobody says what they are. */
  readonly strangers: readonly string[];

  constructor(
    model: UnitModelDocument,
    readonly supply: SupplyDocument,
  ) {
    this.nominal = supplyNominal(model, supply.id);
    this.isDirect = supply.system === 'dc';
    this.bond = bondOf(supply);
    this.earth = conductorOf(supply, 'earth');
    this.roles = new Map(
      Object.keys(supply.terminals ?? {}).flatMap((name) => {
        const role = conductorRole(supply, name);
        return role === undefined || role === 'earth' ? [] : [[name, role] as const];
      }),
    );
    this.strangers = Object.keys(supply.terminals ?? {}).filter((name) => conductorRole(supply, name) === undefined);
    const all = this.standing();
    this.healthy = new Map([...this.roles].map(([name, role]) => [name, all[role] ?? EARTHED]));
  }

  /** Where each stands when this conductor is joined to earth at the source. */
  bondedAt(name: string): ReadonlyMap<string, Phasor> {
    const role = this.roles.get(name) ?? conductorRole(this.supply, name);
    const at = (role && this.standing()[role]) ?? EARTHED;
    return new Map([...this.healthy].map(([each, stands]) => [each, less(stands, at)]));
  }

  /** Volts between two conductors when nothing is wrong; undefined where nothing ties them together. */
  volts(one: string, other: string): number | undefined {
    const isToEarth = one === this.earth || other === this.earth;
    if (isToEarth && typeof this.bond === 'string') return undefined;
    const stands = isToEarth && typeof this.bond !== 'string' ? this.bondedAt(this.bond.at) : this.healthy;
    const [a, b] = [one, other].map((each) => (each === this.earth ? EARTHED : stands.get(each)));
    if (!a || !b) return undefined;
    const volts = apart(a, b);
    return volts < 1e-9 * this.nominal ? 0 : volts;
  }

  isLine(name: string): boolean {
    return this.roles.get(name)?.startsWith('line-') ?? false;
  }

  /** The conductor that brings the current back: neutral, return or minus. */
  isReturn(name: string): boolean {
    const role = this.roles.get(name);
    return role === 'return' || role === 'minus';
  }

  private standing(): Standing {
    const all = HEALTHY[this.supply.system](this.nominal);
    const hasReturn = [...this.roles.values()].includes('return');
    const isTwoPhases =
      [...this.roles.values()].includes('line-2') && !hasReturn && this.supply.system === 'single-phase';
    // Two phases of a three-phase supply: the nominal stands between them.
    return isTwoPhases ? { ...all, 'line-1': phasor(this.nominal / Math.sqrt(3)) } : all;
  }
}
