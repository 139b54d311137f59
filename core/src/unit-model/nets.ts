import type { BoardFunctionDocument, UnitModelDocument } from './unit-model-document';

/** Which terminals are one node because wires join them. */
export interface Nets {
  /** True when both terminals are joined by wires alone. */
  readonly joined: (first: string, second: string) => boolean;
  /** One name for all terminals of a node. */
  readonly nodeOf: (terminal: string) => string;
}

/** An element that carries the current of what follows it: a contact, a fuse, a delay module. */
export interface SeriesElement {
  readonly id: string;
  readonly protection?: string;
  readonly between: readonly [string, string];
  /** Conducts only while a coil, a call or a board closes it. */
  readonly isOpenAtRest?: boolean;
}

/** Kinds of device that carry what follows them between their terminals 1 and 2. */
export const SERIES_KINDS: ReadonlySet<string> = new Set([
  'fuse',
  'breaker',
  'switch',
  'interlock',
  'momentary-key',
  'delay-module',
]);

/** Every element that is nearly a wire when it is whole and closed. */
export function seriesElements(model: UnitModelDocument): readonly SeriesElement[] {
  const devices = model.devices.flatMap((device): SeriesElement[] => {
    const element = (a: string, b: string): SeriesElement => ({
      id: device.id,
      protection: device.protection,
      between: [`${device.id}.${a}`, `${device.id}.${b}`],
    });
    const contacts = (device.contacts ?? []).flatMap(([a, b]) =>
      a !== undefined && b !== undefined
        ? [{ ...element(a, b), ...(device.coil === undefined ? {} : { isOpenAtRest: true }) }]
        : [],
    );
    if (device.kind === 'isolator') return [element('1', '2'), element('3', '4')];
    return SERIES_KINDS.has(device.kind) ? [element('1', '2'), ...contacts] : contacts;
  });
  const boardContacts = model.boards.flatMap((board) =>
    (board.functions ?? []).flatMap((each) => [
      ...carriedBetween(`${board.id}:${each.id}`, each),
      ...(each.contacts ?? []).flatMap((contact) =>
        [contact.operated, contact.rest].flatMap((end): SeriesElement[] =>
          end === undefined
            ? []
            : [
                {
                  id: `${board.id}:${each.id}`,
                  between: [contact.common, end],
                  ...(end === contact.operated ? { isOpenAtRest: true } : {}),
                },
              ],
        ),
      ),
    ]),
  );
  return [...devices, ...boardContacts];
}

/** A fuse or a triac on a board: two points that are one when it is whole and fired. */
function carriedBetween(id: string, { kind, between: [a, b] = [] }: BoardFunctionDocument): readonly SeriesElement[] {
  const isCarrying = kind === 'fuse' || kind === 'triac';
  return isCarrying && a !== undefined && b !== undefined
    ? [{ id, between: [a, b], ...(kind === 'triac' ? { isOpenAtRest: true } : {}) }]
    : [];
}

/** Two terminals that are one node as long as what joins them is whole. */
export interface WireEdge {
  /** A wire, a bus, or a trace as `board:function`. */
  readonly element: string;
  readonly from: string;
  readonly to: string;
}

/** Every wire, bus and trace of a unit model. */
export function wireEdges(model: UnitModelDocument): readonly WireEdge[] {
  const wires = model.wires.map(({ id, from, to }) => ({ element: id, from, to }));
  const buses = model.devices.flatMap(({ id, kind, terminals = [] }) => {
    const [first, ...rest] = kind === 'bus' ? terminals : [];
    return rest.map((terminal) => ({ element: id, from: `${id}.${first ?? ''}`, to: `${id}.${terminal}` }));
  });
  const traces = model.boards.flatMap((board) =>
    (board.functions ?? []).flatMap(({ id, kind, between = [] }) => {
      const [first, ...rest] = kind === 'trace' ? between : [];
      return rest.map((to) => ({ element: `${board.id}:${id}`, from: first ?? '', to }));
    }),
  );
  return [...wires, ...buses, ...traces];
}

/** Joins terminals along the wires and through `closed` elements (union-find with path halving; Tarjan, 1975). */
export function wireNets(model: UnitModelDocument, closed: readonly SeriesElement[] = []): Nets {
  const parent = new Map<string, string>();
  const find = (address: string): string => {
    let at = address;
    for (;;) {
      const up = parent.get(at) ?? at;
      if (up === at) return at;
      const grand = parent.get(up) ?? up;
      parent.set(at, grand);
      at = grand;
    }
  };
  const join = (first: string, second: string): void => {
    parent.set(find(first), find(second));
  };
  for (const { from, to } of wireEdges(model)) join(from, to);
  for (const element of closed) join(...element.between);
  return { joined: (first, second) => find(first) === find(second), nodeOf: find };
}
