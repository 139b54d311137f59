import {
  isBoardFunction,
  ownerOf,
  parseElement,
  seriesElements,
  supplyNominal,
  wireEdges,
  type PathDocument,
  type UnitModelDocument,
} from '../unit-model';
import type { Chain } from './chain';
import { heldState } from './held-contacts';
import { linksOf, type ChainLink, type Layout } from './layout';
import { hypothesesOf, MOST_RESTING } from './hypotheses';
import { avoidableLinks, besides, wayThrough } from './way';

/** Which optional devices this unit has; one nobody looked for counts as there. */
export type Options = Readonly<Record<string, boolean>>;

/**
 * The elements of a path, found along the wiring list: the fewest links from the source to the load, and from the load
 * back, through the elements the path names; beside them every other way that current has between these points.
 * Undefined where no way leads there, or so many that they cannot be followed.
 */
export function chainOf(model: UnitModelDocument, path: PathDocument, options: Options = {}): Chain | undefined {
  const load = loadEnds(model, path.load);
  if (!load) return undefined;
  const graph = conductingLinks(model, path.load, options);
  const way = shortestThroughLoad(graph, path, load);
  if (!way) return undefined;
  const points = [path.from, ...way.map(({ to }) => to)];
  const beside = besides(graph, points, way);
  const avoidable = new Set(avoidableLinks(graph, way));
  const supply = model.supplies.find(({ id }) => id === path.supply);
  const onWay = new Set(points);
  const layout: Layout = {
    points,
    links: way.map((link) => (avoidable.has(link) ? asItStands(model, path, link) : link)),
    sideLinks: beside.map((link) => asItStands(model, path, link)),
    sidePoints: [...new Set(beside.flatMap(({ from, to }) => [from, to]))].filter((point) => !onWay.has(point)),
  };
  if (linksOf(layout).filter(({ mayRest }) => mayRest).length > MOST_RESTING) return undefined;
  const hypotheses = hypothesesOf(layout);
  // Contacts held so that nothing conducts: the wiring list contradicts itself, and nothing can be told by it.
  if (hypotheses.length === 0) return undefined;
  return {
    ...layout,
    path,
    hypotheses,
    nominal: supplyNominal(model, path.supply, path.nominal),
    function: supply?.system === 'dc' ? 'dc-voltage' : 'ac-voltage',
  };
}

/** The fewest links from the source through the load and back, by the elements that are named and in their order. */
function shortestThroughLoad(
  graph: readonly ChainLink[],
  { from, to, load: element, through = [] }: PathDocument,
  load: readonly [string, string],
): readonly ChainLink[] | undefined {
  const ways = [load, [load[1], load[0]] as const].flatMap(([into, out]) =>
    Array.from({ length: through.length + 1 }, (_each, count) => count).flatMap((count) => {
      const there = wayThrough(graph, from, through.slice(0, count), into);
      const back = there && wayThrough(graph, out, through.slice(count), to);
      return there && back ? [[...there, { element, kind: 'load' as const, from: into, to: out }, ...back]] : [];
    }),
  );
  return ways.sort((a, b) => a.length - b.length)[0];
}

/**
 * A contact beside which current has another way: closed or open where the calls of the path hold it so, else it may rest
 * while another way is closed. A fuse or a breaker that does not conduct is a fault.
 */
function asItStands(model: UnitModelDocument, path: PathDocument, link: ChainLink): ChainLink {
  if (link.kind !== 'series') return link;
  const { owner, inner } = parseElement(link.element);
  const kind =
    inner === undefined
      ? model.devices.find(({ id }) => id === owner)?.kind
      : model.boards.find(({ id }) => id === owner)?.functions?.find(({ id }) => id === inner)?.kind;
  if (kind === 'fuse' || kind === 'breaker') return link;
  const held = heldState(model, path, link);
  if (held === undefined) return { ...link, mayRest: true };
  return held === 'open' ? { ...link, isHeldOpen: true } : link;
}

/**
 * The chain with jumpers in: current goes through them as well, so that nothing read behind one speaks of what it goes
 * around. Ends of a jumper that lie beside the chain change nothing.
 */
export function withJumpers(chain: Chain, jumpers: readonly Jumper[]): Chain {
  const nodes = new Set([...chain.points, ...chain.sidePoints]);
  const joining = jumpers.filter(({ from, to }) => from !== to && nodes.has(from) && nodes.has(to));
  if (joining.length === 0) return chain;
  const layout: Layout = {
    ...chain,
    sideLinks: [
      ...chain.sideLinks,
      ...joining.map(({ id, from, to }): ChainLink => ({ element: id, kind: 'jumper', from, to })),
    ],
  };
  return { ...chain, ...layout, hypotheses: hypothesesOf(layout) };
}

/** A jumper and the nodes of the chain it joins. */
export interface Jumper {
  readonly id: string;
  readonly from: string;
  readonly to: string;
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
  const wires = wireEdges(model).map(({ element, from, to }): ChainLink => ({
    element,
    kind: isBoardFunction(element) ? 'trace' : 'wire',
    from,
    to,
  }));
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
