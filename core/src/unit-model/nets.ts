import type { UnitModelDocument } from './unit-model-document';

/** Which terminals are one node because wires join them. */
export interface Nets {
  /** True when both terminals are joined by wires alone. */
  joined(first: string, second: string): boolean;
}

/** An element that carries the current of what follows it: a contact, a fuse, a delay module. */
export interface SeriesElement {
  readonly id: string;
  readonly protection?: string;
  readonly between: readonly [string, string];
}

const SERIES_KINDS: ReadonlySet<string> = new Set([
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
      a !== undefined && b !== undefined ? [element(a, b)] : [],
    );
    if (device.kind === 'isolator') return [element('1', '2'), element('3', '4')];
    return SERIES_KINDS.has(device.kind) ? [element('1', '2'), ...contacts] : contacts;
  });
  const boardContacts = model.boards.flatMap((board) =>
    (board.functions ?? []).flatMap((each) =>
      (each.contacts ?? []).flatMap((contact) =>
        [contact.operated, contact.rest].flatMap((end): SeriesElement[] =>
          end === undefined ? [] : [{ id: `${board.id}:${each.id}`, between: [contact.common, end] }],
        ),
      ),
    ),
  );
  return [...devices, ...boardContacts];
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
  for (const wire of model.wires) join(wire.from, wire.to);
  for (const element of closed) join(...element.between);
  for (const device of model.devices.filter((each) => each.kind === 'bus')) {
    const [first, ...rest] = device.terminals ?? [];
    for (const terminal of rest) join(`${device.id}.${first}`, `${device.id}.${terminal}`);
  }
  for (const board of model.boards) {
    for (const trace of (board.functions ?? []).filter((each) => each.kind === 'trace')) {
      const [first, ...rest] = trace.between ?? [];
      for (const terminal of rest) if (first !== undefined) join(first, terminal);
    }
  }
  return { joined: (first, second) => find(first) === find(second) };
}
