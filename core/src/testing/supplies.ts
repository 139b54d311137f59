import type { PairReading } from '../supply';
import type { SupplyDocument, UnitModelDocument } from '../unit-model';
import { size, solveNodes, type Branch, type Complex } from './nodal';

const OHM = 1;
const siemens = (ohms: number): Complex => ({ re: OHM / ohms, im: 0 });
const at = (volts: number, degrees = 0): Complex => ({
  re: volts * Math.cos((degrees * Math.PI) / 180),
  im: volts * Math.sin((degrees * Math.PI) / 180),
});
const MIDDLE: Complex = { re: 0, im: 0 };

export interface SystemSketch {
  readonly supply: SupplyDocument;
  /** Where the source holds each conductor, against the middle of the source. */
  readonly source: Readonly<Record<string, Complex>>;
  /** The conductor joined to earth at the source; undefined where none is. */
  readonly bonded?: string;
}

const sketch = (
  system: SupplyDocument['system'],
  nominal: string,
  bond: string,
  source: Readonly<Record<string, Complex>>,
): SystemSketch => ({
  supply: {
    id: 's',
    system,
    nominal,
    bond,
    terminals: Object.fromEntries([...Object.keys(source), 'E'].map((name) => [name, `T.${name}`])),
  },
  source,
  ...(bond === 'none' ? {} : { bonded: bond.split('-')[0] ?? '' }),
});

const wye = (volts: number): Readonly<Record<string, Complex>> => ({
  L1: at(volts, 0),
  L2: at(volts, -120),
  L3: at(volts, 120),
});

/** Systems of the trade, as their sources hold them. */
export const SYSTEMS: Readonly<Record<string, SystemSketch>> = {
  'single-phase': sketch('single-phase', '230 V', 'N-E', { L: at(230), N: MIDDLE }),
  'single-phase 120': sketch('single-phase', '120 V', 'N-E', { L: at(120), N: MIDDLE }),
  'single-phase IT': sketch('single-phase', '230 V', 'none', { L: at(230), N: MIDDLE }),
  'class 2': sketch('class-2-ac', '24 V', 'return-E', { hot: at(24), return: MIDDLE }),
  'split-phase': sketch('split-phase', '240 V', 'N-E', { L1: at(120), L2: at(-120), N: MIDDLE }),
  'three-phase 400': sketch('three-phase', '400 V', 'N-E', { ...wye(400 / Math.sqrt(3)), N: MIDDLE }),
  'three-phase 208': sketch('three-phase', '208 V', 'N-E', { ...wye(208 / Math.sqrt(3)), N: MIDDLE }),
  'three-phase 480': sketch('three-phase', '480 V', 'N-E', { ...wye(480 / Math.sqrt(3)), N: MIDDLE }),
  'three wires 400': sketch('three-phase', '400 V', 'N-E', wye(400 / Math.sqrt(3))),
  'corner-grounded 240': sketch('three-phase', '240 V', 'L2-E', wye(240 / Math.sqrt(3))),
  'high leg': sketch('high-leg', '240 V', 'N-E', {
    L1: at(120),
    L2: at(120 * Math.sqrt(3), 90),
    L3: at(-120),
    N: MIDDLE,
  }),
  dc: sketch('dc', '24 V', 'minus-E', { plus: at(24), minus: MIDDLE }),
};

/** What is wrong between the source and the terminals, as ohms and places, not as words. */
export interface SupplyFault {
  /** Ohms of each conductor from the source to its terminal; a hundredth of an ohm where nothing is said. */
  readonly series?: Readonly<Record<string, number>>;
  /** Which conductor of the source goes to a terminal, where it is not its own; "E" too. */
  readonly places?: Readonly<Record<string, string>>;
  /** Ohms between terminals: loads, faults to the frame. */
  readonly across?: readonly (readonly [string, string, number])[];
  /** The voltage of the source as a part of its nominal one. */
  readonly level?: number;
  /** The joint of the source to earth is open. */
  readonly isUnbonded?: boolean;
}

const OPEN = 1e12;

/** Where every terminal stands against the earth of the source: by Kirchhoff, with the stray capacitance of its wires. */
export function terminalsOf(system: SystemSketch, fault: SupplyFault): Map<string, Complex> {
  const { level = 1, series = {}, places = {}, across = [], isUnbonded = false } = fault;
  const names = [...Object.keys(system.source), 'E'];
  const bonded = isUnbonded ? undefined : system.bonded;
  const anchor = bonded === undefined ? MIDDLE : (system.source[bonded] ?? MIDDLE);
  const held = new Map<string, Complex>([
    ...Object.entries(system.source).map(
      ([name, { re, im }]) =>
        [`source.${name}`, { re: level * (re - anchor.re), im: level * (im - anchor.im) }] as const,
    ),
  ]);
  const earth: Branch[] = [];
  // An unbonded source: its earth is held by the capacitance of its wires alone.
  if (bonded !== undefined) held.set('source.E', MIDDLE);
  else
    for (const name of Object.keys(system.source))
      earth.push({ from: `source.${name}`, to: 'source.E', siemens: siemens(200e3) });
  const branches: Branch[] = [
    ...earth,
    ...names.map((name) => ({
      from: `source.${places[name] ?? name}`,
      to: name,
      siemens: siemens(series[name] ?? 0.01),
    })),
    ...across.map(([from, to, ohms]) => ({ from, to, siemens: siemens(ohms) })),
  ];
  return solveNodes(held, branches);
}

/** The same with a meter of 10 MΩ between two terminals: what it shows, DC with its sign. */
export function meterShows(system: SystemSketch, fault: SupplyFault, one: string, other: string): number {
  const meter: readonly [string, string, number] = [one, other, 10e6];
  // Wires lie beside each other: a conductor that hangs free is tied to the rest by some megohms of capacitance.
  const names = [...Object.keys(system.source), 'E'];
  const stray = names.flatMap((from, index) =>
    names.slice(index + 1).map((to): readonly [string, string, number] => [from, to, 20e6]),
  );
  const volts = terminalsOf(system, { ...fault, across: [...(fault.across ?? []), ...stray, meter] });
  const [a, b] = [volts.get(one) ?? MIDDLE, volts.get(other) ?? MIDDLE];
  return system.supply.system === 'dc' ? a.re - b.re : size({ re: a.re - b.re, im: a.im - b.im });
}

/** Every pair as a meter that is off by so much shows it; `off` are parts of the reading within its accuracy. */
export function readSupply(
  system: SystemSketch,
  fault: SupplyFault,
  { accuracy = 0.008, off = [] }: { readonly accuracy?: number; readonly off?: readonly number[] } = {},
): readonly PairReading[] {
  const names = [...Object.keys(system.source), 'E'];
  const pairs = names.flatMap((one, index) =>
    names.slice(index + 1).map((other): readonly [string, string] => [one, other]),
  );
  return pairs.map(([one, other], index) => {
    const volts = meterShows(system, fault, one, other) * (1 + accuracy * (off[index] ?? 0));
    const half = Math.abs(volts) * accuracy + 0.05;
    return {
      name: `${one}-${other}`,
      conductors: [one, other],
      volts,
      ends: { low: volts - half, high: volts + half },
    };
  });
}

export const open = OPEN;

/** A machine that is nothing but the terminals of its supply. */
export function machineOf(supply: SupplyDocument): UnitModelDocument {
  return {
    format: 'juxtameter/unit-model',
    version: 1,
    id: 'terminals',
    name: 'Terminals',
    supplies: [supply],
    boards: [],
    devices: [{ id: 'T', kind: 'terminal-strip', terminals: Object.keys(supply.terminals ?? {}) }],
    wires: [],
  };
}
