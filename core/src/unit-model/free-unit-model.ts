import { SUPPLY_SYSTEMS, type SupplyDocument, type SupplySystem, type UnitModelDocument } from './unit-model-document';

/** Marks a visit to a machine that has neither a wiring list nor a chart on file. */
export const FREE_UNIT_MODEL = 'no-wiring-list';

/** What may feed a machine nothing is known of. */
export interface FreeSupply {
  readonly system: SupplySystem;
  /** "230 V"; the usual one of the system where it is not known. */
  readonly nominal?: string;
  /** What its plug is called, where the machine is connected by a cord. */
  readonly plug?: string;
}

interface SystemTraits {
  readonly name: string;
  readonly nominal: string;
  readonly conductors: readonly string[];
}

/** The conductors of each system, earth included: what a proof of dead has to read between. */
const SYSTEMS: Readonly<Record<SupplySystem, SystemTraits>> = {
  'single-phase': { name: 'mains', nominal: '230 V', conductors: ['L', 'N', 'E'] },
  'split-phase': { name: 'split-phase mains', nominal: '240 V', conductors: ['L1', 'L2', 'N', 'E'] },
  'three-phase': { name: 'three-phase mains', nominal: '400 V', conductors: ['L1', 'L2', 'L3', 'N', 'E'] },
  'high-leg': { name: 'high-leg mains', nominal: '240 V', conductors: ['L1', 'L2', 'L3', 'N', 'E'] },
  dc: { name: 'DC', nominal: '24 V', conductors: ['plus', 'minus', 'E'] },
  'class-2-ac': { name: 'control', nominal: '24 V', conductors: ['hot', 'return', 'E'] },
};

/**
 * The wiring list of a machine without one: its supplies and nothing else. Where nobody knows what feeds it, every
 * conductor of a three-phase supply is there to be proven dead, since a supply left out would never be looked for.
 */
export function freeUnitModel(supplies: readonly FreeSupply[]): UnitModelDocument {
  const chosen = SUPPLY_SYSTEMS.flatMap((system) => supplies.find((supply) => supply.system === system) ?? []);
  const all: readonly FreeSupply[] = chosen.length > 0 ? chosen : [{ system: 'three-phase' }];
  const isKnown = chosen.length > 0;
  return {
    format: 'juxtameter/unit-model',
    version: 1,
    id: FREE_UNIT_MODEL,
    name: 'Machine without a wiring list',
    supplies: all.map((supply) => supplyDocument(supply, isKnown)),
    boards: [],
    devices: all.map(({ system }) => ({
      id: system,
      name: `${SYSTEMS[system].name} terminals`,
      kind: 'terminal-strip',
      terminals: SYSTEMS[system].conductors,
    })),
    wires: [],
    hazards: [
      { kind: 'mains', where: 'the whole machine' },
      { kind: 'second-supply', where: 'nobody has drawn what feeds it' },
      { kind: 'stored-energy', where: 'capacitors, springs, pressure' },
    ],
  };
}

/** True for a visit without a wiring list. */
export function isFreeUnitModel(model: Pick<UnitModelDocument, 'id'>): boolean {
  return model.id === FREE_UNIT_MODEL;
}

/**
 * How a system is called where one is chosen, with the value it usually has.
 *
 * @example systemWords('split-phase') // "split-phase mains, 240 V (L1 L2 N E)"
 */
export function systemWords(system: SupplySystem): string {
  const { name, nominal, conductors } = SYSTEMS[system];
  return `${name}, ${nominal} (${conductors.join(' ')})`;
}

function supplyDocument({ system, nominal, plug }: FreeSupply, isKnown: boolean): SupplyDocument {
  const traits = SYSTEMS[system];
  return {
    id: system,
    name: isKnown ? traits.name : 'not known, up to three phases',
    system,
    nominal: nominal ?? traits.nominal,
    ...(plug === undefined ? {} : { plug }),
    terminals: Object.fromEntries(traits.conductors.map((conductor) => [conductor, `${system}.${conductor}`])),
  };
}
