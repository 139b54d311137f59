import { ownerOf, parseAddress, plugOf } from './address';
import { supplyTerminal } from './conductor-role';
import type { Wiring } from './wiring';

/** Plugs and leads as they stand: the plug to whether it is in, the wire to the terminal it is off. */
export interface AsItStands {
  readonly connectors?: Readonly<Record<string, string>>;
  readonly leads?: Readonly<Record<string, string>>;
  /** Jumpers: wherever one is in, nobody here knows what it joins. */
  readonly bypasses?: Readonly<Record<string, string>>;
}

/** Kinds that are a source themselves, whatever is switched off. */
const SOURCES: ReadonlySet<string> = new Set(['battery', 'capacitor', 'outlet', 'plug']);

/**
 * Whether hands have cut these points off from everything that could feed them: followed along every wire that is not
 * lifted and through every device, as if all its contacts were closed, they end at pulled plugs and lifted leads alone.
 * A point nobody has drawn, one on earth, one that reaches a board, a supply, a battery or a capacitor is not cut off; nor
 * is one that nothing was pulled or lifted for: then the drawing may lack what feeds it.
 */
export function isCutOff(wiring: Wiring, points: readonly string[], stands: AsItStands): boolean {
  if (points.length === 0 || Object.values(stands.bypasses ?? {}).includes('in')) return false;
  return points.every((point) => new Flood(wiring, stands).isCutOff(point));
}

class Flood {
  private readonly boards: ReadonlySet<string>;
  private readonly sources: ReadonlySet<string>;
  private readonly earths: readonly string[];
  /** Terminals that a lead was taken off. */
  private readonly lifted: ReadonlySet<string>;
  private readonly neighbours = new Map<string, string[]>();

  constructor(
    private readonly wiring: Wiring,
    private readonly stands: AsItStands,
  ) {
    const { model } = wiring;
    this.boards = new Set(model.boards.map(({ id }) => id));
    this.lifted = new Set(Object.values(stands.leads ?? {}));
    this.earths = model.supplies.flatMap((supply) => supplyTerminal(supply, 'earth') ?? []);
    this.sources = new Set([
      ...model.devices.filter(({ kind }) => SOURCES.has(kind)).map(({ id }) => id),
      ...this.boards,
    ]);
    for (const { id, from, to } of model.wires) this.join(this.landing(id, from), this.landing(id, to));
    for (const terminal of wiring.terminals) {
      const owner = ownerOf(terminal);
      if (!this.boards.has(owner)) this.join(terminal, owner);
    }
  }

  isCutOff(point: string): boolean {
    const reached = new Set(this.nodesOf(point));
    let isCut = false;
    for (const node of reached) {
      // The frame feeds nothing, and a probe on it is not on something that was cut off.
      if (this.isEarth(node)) continue;
      if (this.isSource(node)) return false;
      isCut ||= node.includes('@') || this.lifted.has(node);
      for (const next of this.neighbours.get(node) ?? []) reached.add(next);
    }
    return isCut;
  }

  /** Where a wire ends as things stand: free where it is lifted, at the harness side of a pulled plug. */
  private landing(wire: string, terminal: string): string {
    if (this.stands.leads?.[wire] === terminal) return `${wire}@${terminal}`;
    return this.isPulled(terminal) ? `${terminal}@plug` : terminal;
  }

  private isPulled(terminal: string): boolean {
    const plug = plugOf(terminal);
    return plug !== undefined && this.boards.has(ownerOf(terminal)) && this.stands.connectors?.[plug] === 'out';
  }

  /** The nodes a probe may be on. At a pulled plug it is on the board as well where its side is not said. */
  private nodesOf(point: string): readonly string[] {
    const address = parseAddress(point);
    if (!address || !this.wiring.hasTerminal(point)) return [];
    const { terminal, lifted, isPlugSide } = address;
    if (lifted !== undefined) return [this.stands.leads?.[lifted] === terminal ? point : terminal];
    if (!this.isPulled(terminal)) return [terminal];
    return isPlugSide ? [`${terminal}@plug`] : [terminal, `${terminal}@plug`];
  }

  private isSource(node: string): boolean {
    // The harness side of a pulled plug is on no board; a supply that is published there comes in along the harness.
    const isApart = node.includes('@');
    if (!isApart && this.sources.has(ownerOf(node) || node)) return true;
    return this.wiring.model.supplies.some(({ terminals = {} }) =>
      Object.values(terminals).some((terminal) => node === terminal || node === `${terminal}@plug`),
    );
  }

  private isEarth(node: string): boolean {
    const { terminal } = parseAddress(node) ?? { terminal: node };
    return this.earths.some((earth) => this.wiring.byWire.joined(earth, terminal));
  }

  private join(first: string, second: string): void {
    for (const [node, other] of [
      [first, second],
      [second, first],
    ] as const)
      this.neighbours.set(node, [...(this.neighbours.get(node) ?? []), other]);
  }
}
