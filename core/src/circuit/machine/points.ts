import { plugOf, type UnitModelDocument } from '../../unit-model';
import type { Conditions } from '../../procedure';

/** Node of everything that is earth. */
export const EARTH = 0;

/**
 * Nodes of the points of a machine. A pin of a board and its plug are two points, joined while the plug is in; the end
 * of a wire that was lifted is one of its own.
 */
export class Points {
  private readonly nodes = new Map<string, number>();
  private count = 1;

  /** Node of a point; a new one where it has none yet. */
  of(address: string): number {
    const known = this.nodes.get(address);
    if (known !== undefined) return known;
    const node = this.count;
    this.count += 1;
    this.nodes.set(address, node);
    return node;
  }

  /** Node of a point that something ends at; undefined where nothing does. */
  find(address: string): number | undefined {
    return this.nodes.get(address);
  }

  /** Every point with its node. */
  get named(): readonly (readonly [string, number])[] {
    return [...this.nodes];
  }

  /** Nodes, earth among them. */
  get size(): number {
    return this.count;
  }
}

/** Where the end of a wire is: at the plug of its pin, or in the air where it was taken off. */
export function landingOf(model: UnitModelDocument, conditions: Conditions, wire: string, terminal: string): string {
  if (conditions.leads?.[wire] === terminal) return `${wire}@${terminal}`;
  return isPluggable(model, terminal) ? `${terminal}@plug` : terminal;
}

/** Whether a pin comes off its board with a plug. */
export function isPluggable({ boards }: UnitModelDocument, terminal: string): boolean {
  const plug = plugOf(terminal);
  if (plug === undefined) return false;
  const [board, connector] = plug.split('.');
  const found = boards.find(({ id }) => id === board)?.connectors.find(({ id }) => id === connector);
  return found?.pluggable === true;
}
