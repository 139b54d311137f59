import type { BoardFunctionDocument, DeviceDocument, UnitModelDocument } from './unit-model-document';
import { SERIES_KINDS, wireEdges } from './nets';

/**
 * How current gets from one point to another: through a wire or what is as good as one once it is closed, through something
 * a coil or a controller closes, or through a resistance, which carries and limits it.
 */
export type Conduction = 'wire' | 'contact' | 'controlled' | 'resistance';

export interface Conductor {
  readonly element: string;
  readonly how: Conduction;
  readonly from: string;
  readonly to: string;
  /** The device whose coil closes it. */
  readonly coilOf?: string;
}

/** What every kind of board function carries between its points; `none` where it takes a signal or makes a rail. */
const BOARD_CONDUCTION: Readonly<Record<BoardFunctionDocument['kind'], Conduction | 'none'>> = {
  supply: 'none',
  relay: 'controlled',
  triac: 'controlled',
  driver: 'controlled',
  input: 'none',
  trace: 'wire',
  fuse: 'contact',
  resistor: 'resistance',
  bus: 'none',
  'link-driver': 'none',
  'link-receiver': 'none',
  controller: 'none',
};

/** Kinds whose contacts a coil closes. */
const COIL_KINDS: ReadonlySet<string> = new Set(['relay', 'contactor']);

/** Everything in a unit model that may carry current and is no load. */
export function conductorsOf(model: UnitModelDocument): readonly Conductor[] {
  const wires = wireEdges(model).map(({ element, from, to }): Conductor => ({ element, how: 'wire', from, to }));
  const calls = (model.calls ?? []).flatMap(({ id, joins: [from, to] }): Conductor[] =>
    from !== undefined && to !== undefined ? [{ element: id, how: 'contact', from, to }] : [],
  );
  const boards = model.boards.flatMap((board) =>
    (board.functions ?? []).flatMap((each) => ofFunction(`${board.id}:${each.id}`, each)),
  );
  return [...wires, ...calls, ...model.devices.flatMap(ofDevice), ...boards];
}

function ofDevice(device: DeviceDocument): readonly Conductor[] {
  const { id, kind, terminals = [] } = device;
  const isCoil = COIL_KINDS.has(kind);
  const between = (a: string, b: string): Conductor => ({
    element: id,
    how: isCoil ? 'controlled' : 'contact',
    from: `${id}.${a}`,
    to: `${id}.${b}`,
    ...(isCoil ? { coilOf: id } : {}),
  });
  const contacts = (device.contacts ?? []).flatMap(([a, b]) =>
    a !== undefined && b !== undefined ? [between(a, b)] : [],
  );
  if (kind === 'isolator') return [between('1', '2'), between('3', '4')];
  if (SERIES_KINDS.has(kind)) return [between('1', '2'), ...contacts];
  const [first, second, ...others] = terminals;
  const isRoomContact = kind === 'room-control' && others.length === 0 && first !== undefined && second !== undefined;
  return isRoomContact ? [between(first, second), ...contacts] : contacts;
}

function ofFunction(
  element: string,
  { kind, contacts = [], between = [] }: BoardFunctionDocument,
): readonly Conductor[] {
  const how = BOARD_CONDUCTION[kind];
  if (how === 'none' || how === 'wire') return [];
  const relayed = contacts.flatMap(({ common, operated, rest }) =>
    [operated, rest].flatMap((end): Conductor[] =>
      end === undefined ? [] : [{ element, how, from: common, to: end }],
    ),
  );
  const [first, ...rest] = between;
  return [...relayed, ...rest.map((to): Conductor => ({ element, how, from: first ?? '', to }))];
}

/** Every point that current reaches from these through the given conductors, without going on through any of `walls`. */
export function reachable(
  conductors: readonly Conductor[],
  from: readonly string[],
  walls: ReadonlySet<string> = new Set(),
): ReadonlySet<string> {
  const reached = new Set(from);
  const waiting = [...from];
  for (let at = waiting.shift(); at !== undefined; at = waiting.shift()) {
    if (walls.has(at)) continue;
    for (const each of conductors) {
      const next = each.from === at ? each.to : each.to === at ? each.from : undefined;
      if (next === undefined || reached.has(next)) continue;
      reached.add(next);
      waiting.push(next);
    }
  }
  return reached;
}
