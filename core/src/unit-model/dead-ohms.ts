import { bondOf, supplyTerminal } from './conductor-role';
import { deviceOhms, LEAST_LOAD_OHMS } from './device-ohms';
import { seriesElements, wireNets, type Nets, type SeriesElement } from './nets';
import type { UnitModelDocument } from './unit-model-document';

/**
 * What two points of a machine read in ohms while all of it is dead and one board's plugs are out: the least and the most
 * that a sound one may show. Made of Kirchhoff's laws; since no resistance that rises ever lowers another (Rayleigh's
 * monotonicity law), the ends are those of a machine with everything at its least, and at its most.
 */
export class DeadOhms {
  readonly #least: Network;
  readonly #most: Network;
  /** Points that are one with every switch closed, contacts of coils and calls left open as they rest. */
  readonly joined: Nets['joined'];

  constructor(model: UnitModelDocument, pulled: string) {
    const without = { ...model, boards: model.boards.filter(({ id }) => id !== pulled) };
    const closed = seriesElements(without).filter(({ isOpenAtRest }) => !isOpenAtRest);
    const devices = deviceOhms(without);
    const nets = wireNets(without, closed);
    this.joined = nets.joined;
    this.#most = new Network(
      nets,
      devices.map(({ from, to, highest }) => ({ from, to, ohms: highest })),
    );
    this.#least = new Network(wireNets(without, [...closed, ...bonds(model)]), [
      ...devices.map(({ from, to, lowest }) => ({ from, to, ohms: lowest })),
      ...insides(without),
    ]);
  }

  /** Ohms that a sound machine shows at least between two terminals; infinite where nothing joins them. */
  least(from: string, to: string): number {
    return this.#least.between(from, to);
  }

  /** Ohms at most, with every switch between them closed; infinite where a sound machine may read open. */
  most(from: string, to: string): number {
    return this.#most.between(from, to);
  }
}

interface Resistor {
  readonly from: string;
  readonly to: string;
  readonly ohms: number;
}

/** A conductor that is bonded to earth may be one with it even while the supply is isolated. */
function bonds(model: UnitModelDocument): readonly SeriesElement[] {
  return model.supplies.flatMap((supply): SeriesElement[] => {
    const earth = supplyTerminal(supply, 'earth');
    const bond = bondOf(supply);
    if (earth === undefined || bond === 'none') return [];
    // Nobody knows which: any of them may be.
    const at = bond === 'unknown' ? Object.values(supply.terminals ?? {}) : [supply.terminals?.[bond.at]];
    return at.flatMap((terminal) =>
      terminal === undefined || terminal === earth ? [] : [{ id: supply.id, between: [terminal, earth] as const }],
    );
  });
}

/** Boards whose plugs stay in: nobody knows what their electronics read between any two pins. */
function insides({ boards }: UnitModelDocument): readonly Resistor[] {
  return boards.flatMap(({ id, connectors }) =>
    connectors.flatMap((connector) =>
      connector.pins.map((pin) => ({ from: `${id}.${connector.id}.${pin.id}`, to: id, ohms: LEAST_LOAD_OHMS / 2 })),
    ),
  );
}

/** Resistors between nodes, and what any two of them read. */
class Network {
  readonly #neighbours = new Map<string, Map<string, number>>();

  constructor(
    private readonly nets: Nets,
    resistors: readonly Resistor[],
  ) {
    for (const { from, to, ohms } of resistors) {
      const [a, b] = [nets.nodeOf(from), nets.nodeOf(to)];
      if (a === b || !Number.isFinite(ohms)) continue;
      this.#add(a, b, 1 / ohms);
      this.#add(b, a, 1 / ohms);
    }
  }

  /** Ohms between two terminals: the volts between them per ampere that goes in at one and out at the other. */
  between(from: string, to: string): number {
    const [source, ground] = [this.nets.nodeOf(from), this.nets.nodeOf(to)];
    if (source === ground) return 0;
    const nodes = this.#component(source);
    if (!nodes.has(ground)) return Infinity;
    nodes.delete(ground);
    const order = [...nodes];
    const rows = order.map((node) => {
      const others = this.#neighbours.get(node) ?? new Map<string, number>();
      const sum = [...others.values()].reduce((total, siemens) => total + siemens, 0);
      return [...order.map((other) => (other === node ? sum : -(others.get(other) ?? 0))), node === source ? 1 : 0];
    });
    return solve(rows)[order.indexOf(source)] ?? 0;
  }

  #add(node: string, other: string, siemens: number): void {
    const others = this.#neighbours.get(node) ?? new Map<string, number>();
    others.set(other, (others.get(other) ?? 0) + siemens);
    this.#neighbours.set(node, others);
  }

  #component(start: string): Set<string> {
    const reached = new Set([start]);
    for (const node of reached) for (const other of this.#neighbours.get(node)?.keys() ?? []) reached.add(other);
    return reached;
  }
}

/** Gaussian elimination; the conductances of a network with one node grounded are positive definite and need no pivoting. */
function solve(rows: number[][]): number[] {
  const size = rows.length;
  for (let pivot = 0; pivot < size; pivot += 1) {
    const row = rows[pivot] ?? [];
    for (const other of rows) {
      const factor = other === row ? 0 : (other[pivot] ?? 0) / (row[pivot] ?? 1);
      if (factor === 0) continue;
      for (let column = pivot; column <= size; column += 1)
        other[column] = (other[column] ?? 0) - factor * (row[column] ?? 0);
    }
  }
  return rows.map((row, index) => (row[size] ?? 0) / (row[index] ?? 1));
}
