import { ownerOf, plugOf, terminalOf } from './address';
import { supplyTerminal } from './conductor-role';
import type { Wiring } from './wiring';

/**
 * The plugs of boards that a test voltage at these points would reach, as `board.connector`: along every wire that is not
 * lifted and through every device, as far as the boards. What hangs on the earth alone is at the voltage of the frame and
 * is not stressed.
 */
export function plugsReached(
  wiring: Wiring,
  points: readonly string[],
  leads: Readonly<Record<string, string>> = {},
): readonly string[] {
  const { model } = wiring;
  const earths = model.supplies.flatMap((supply) => supplyTerminal(supply, 'earth') ?? []);
  const isEarth = (point: string): boolean => earths.some((earth) => wiring.byWire.joined(earth, point));
  const boards = new Set(model.boards.map(({ id }) => id));
  // A lead that is off names the terminal it was lifted from.
  const wires = model.wires.filter(({ id }) => (leads[id] ?? 'on') === 'on');
  const reached = new Set(points.map(terminalOf).filter((point) => !isEarth(point)));
  const waiting = [...reached];
  const reach = (point: string): void => {
    if (reached.has(point) || isEarth(point)) return;
    reached.add(point);
    waiting.push(point);
  };
  for (let at = waiting.shift(); at !== undefined; at = waiting.shift()) {
    const here = at;
    for (const { from, to } of wires) {
      if (terminalOf(from) === here) reach(terminalOf(to));
      if (terminalOf(to) === here) reach(terminalOf(from));
    }
    const owner = ownerOf(here);
    if (boards.has(owner)) continue;
    for (const terminal of wiring.terminals) if (ownerOf(terminal) === owner) reach(terminal);
  }
  const plugs = [...reached].flatMap((point) => (boards.has(ownerOf(point)) ? (plugOf(point) ?? []) : []));
  return [...new Set(plugs)];
}
