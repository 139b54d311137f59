import {
  ownerOf,
  parseElement,
  seriesElements,
  supplyNominal,
  wireEdges,
  type PathDocument,
  type UnitModelDocument,
} from '../unit-model';
import { sideWays, wayThrough, type SideWay } from './way';

/** One link of a chain, between two neighbouring points. */
export interface ChainLink {
  /** A device, a wire, a bus, or `board:function`. */
  readonly element: string;
  readonly kind: 'wire' | 'series' | 'load';
  readonly from: string;
  readonly to: string;
  /** An optional device this unit lacks: bridged, and never to blame. */
  readonly isAbsent?: boolean;
  /** Conducts only while a coil, a call or a board closes it. */
  readonly isOpenAtRest?: boolean;
}

/** A path laid out: `links[i]` lies between `points[i]` and `points[i + 1]`. */
export interface Chain {
  readonly path: PathDocument;
  /** Terminal addresses in the order of the current. */
  readonly points: readonly string[];
  readonly links: readonly ChainLink[];
  /** Volts that stand across whatever is open. */
  readonly nominal: number;
  readonly function: 'ac-voltage' | 'dc-voltage';
}

/** Which optional devices this unit has; one nobody looked for counts as there. */
export type Options = Readonly<Record<string, boolean>>;

/**
 * The elements of a path, found along the wiring list: the fewest links from the source to the load, and from the load
 * back, through the elements the path names. Undefined where no way leads there, or where current can get around part of
 * it: a reading would clear or accuse what the current need not go through.
 */
export function chainOf(model: UnitModelDocument, path: PathDocument, options: Options = {}): Chain | undefined {
  const laid = layOut(model, path, options);
  return laid && laid.sideWays.length === 0 ? laid.chain : undefined;
}

export interface LaidOut {
  readonly chain: Chain;
  /** Elements that current can get around. */
  readonly sideWays: readonly SideWay[];
}

/** The shortest way of a path, with what else current can go through; undefined where no way leads there. */
export function layOut(model: UnitModelDocument, path: PathDocument, options: Options = {}): LaidOut | undefined {
  const load = loadEnds(model, path.load);
  if (!load) return undefined;
  const graph = conductingLinks(model, path.load, options);
  const through = path.through ?? [];
  const ways = [load, [load[1], load[0]] as const].flatMap(([into, out]) =>
    Array.from({ length: through.length + 1 }, (_each, count) => count).flatMap((count) => {
      const there = wayThrough(graph, path.from, through.slice(0, count), into);
      const back = there && wayThrough(graph, out, through.slice(count), path.to);
      return there && back ? [{ there, into, out, back }] : [];
    }),
  );
  const [best] = ways.sort((a, b) => a.there.length + a.back.length - (b.there.length + b.back.length));
  if (!best) return undefined;
  const { there, into, out, back } = best;
  const links: readonly ChainLink[] = [...there, { element: path.load, kind: 'load', from: into, to: out }, ...back];
  const supply = model.supplies.find(({ id }) => id === path.supply);
  const named = new Set(through);
  return {
    sideWays: [...sideWays(graph, there, named), ...sideWays(graph, back, named)],
    chain: {
      path,
      points: [path.from, ...links.map(({ to }) => to)],
      links,
      nominal: supplyNominal(model, path.supply, path.nominal),
      function: supply?.system === 'dc' ? 'dc-voltage' : 'ac-voltage',
    },
  };
}

/** Every chain of a unit model that can be laid out. */
export function chainsOf(model: UnitModelDocument, options: Options = {}): readonly Chain[] {
  return (model.paths ?? []).flatMap((path) => chainOf(model, path, options) ?? []);
}

/** Points a probe reaches without a walk: those of the boards and of the load, the end of the path left out. */
export function reachablePoints(model: UnitModelDocument, chain: Chain): readonly string[] {
  const load = chain.links.find(({ kind }) => kind === 'load');
  return chain.points
    .slice(0, -1)
    .filter(
      (point) => point === load?.from || point === load?.to || model.boards.some(({ id }) => ownerOf(point) === id),
    );
}

/** The two terminals between which a load takes its voltage. */
function loadEnds(model: UnitModelDocument, load: string): readonly [string, string] | undefined {
  const { owner, inner } = parseElement(load);
  if (inner !== undefined) {
    const found = model.boards.find(({ id }) => id === owner)?.functions?.find(({ id }) => id === inner);
    const [a, b] = found?.between ?? found?.input ?? [];
    return a !== undefined && b !== undefined ? [a, b] : undefined;
  }
  const device = model.devices.find(({ id }) => id === owner);
  if (!device) return undefined;
  const [a, b] = device.coil ? ['A1', 'A2'] : (device.windings?.[0]?.between ?? LOAD_ENDS[device.kind] ?? []);
  return a !== undefined && b !== undefined ? [`${owner}.${a}`, `${owner}.${b}`] : undefined;
}

/** Terminals between which a kind without coil or windings takes its voltage. */
const LOAD_ENDS: Readonly<Record<string, readonly [string, string]>> = {
  heater: ['1', '2'],
  coil: ['1', '2'],
  valve: ['1', '2'],
  'gas-valve': ['1', '2'],
  igniter: ['1', '2'],
  lamp: ['1', '2'],
  transformer: ['P1', 'P2'],
};

/** Wires, traces, contacts, fuses, and a control that closes a contact between its two terminals. */
function conductingLinks(model: UnitModelDocument, load: string, options: Options): readonly ChainLink[] {
  const wires = wireEdges(model).map(({ element, from, to }): ChainLink => ({ element, kind: 'wire', from, to }));
  const optional = new Set(model.devices.flatMap(({ id, optional: is }) => (is ? [id] : [])));
  const series = seriesElements(model).flatMap(({ id, between: [from, to], isOpenAtRest }): ChainLink[] => {
    if (id === load) return [];
    const isAbsent = optional.has(id) && options[id] === false;
    const link = { element: id, kind: 'series', from, to } as const;
    return [{ ...link, ...(isAbsent ? { isAbsent } : {}), ...(isOpenAtRest ? { isOpenAtRest } : {}) }];
  });
  const controls = model.devices.flatMap(({ id, kind, terminals = [] }): ChainLink[] => {
    const [a, b, ...others] = terminals;
    const isContact = kind === 'room-control' && a !== undefined && b !== undefined && others.length === 0;
    return isContact ? [{ element: id, kind: 'series', from: `${id}.${a}`, to: `${id}.${b}` }] : [];
  });
  return [...wires, ...series, ...controls];
}
