import { inBase, readQuantity, type MeasurementFunction } from '../../quantity';
import type { Meter } from '../../meter';
import { strayVolts } from '../../reference';
import type { StrayEstimate } from '../../verdict';
import type { Conditions } from '../../procedure';
import { supplyTerminal, terminalOf, type SupplyDocument, type Wiring } from '../../unit-model';

/** A lead whose length nobody wrote down, metres. */
const USUAL_LENGTH = 5;
const USUAL_HERTZ = 50;

/**
 * What an open lead at these points may show on this meter; undefined where it cannot be told. Only a conductor that floats
 * couples: between two that a live supply and the earth hold there is no stray voltage.
 */
export function strayAt(
  wiring: Wiring,
  conditions: Conditions,
  points: { readonly from: string; readonly to: string },
  measured: MeasurementFunction,
  volts: number | undefined,
  meter: Meter | undefined,
): StrayEstimate | 'held' | undefined {
  if (measured === 'ac-voltage' && [points.from, points.to].every((point) => isHeld(wiring, conditions, point)))
    return 'held';
  const impedance = meter?.functions.get(measured)?.inputImpedance;
  if (measured !== 'ac-voltage' || impedance === undefined || volts === undefined || volts <= 0) return undefined;
  const length = longestLead(wiring, points);
  const metres = length ?? USUAL_LENGTH;
  const estimate = strayVolts({ length: metres, volts, hertz: hertzOf(wiring.model.supplies), impedance });
  const words = `An open lead of ${length === undefined ? 'some' : ''} ${Number(metres.toPrecision(2))} m beside ${Number(volts.toPrecision(3))} V`;
  return { ...estimate, words: words.replace('  ', ' ') };
}

/** Joined by wires alone to a conductor of a supply that is on, or to earth. */
function isHeld({ model, byWire }: Wiring, conditions: Conditions, point: string): boolean {
  return model.supplies.some((supply) => {
    const isOn = conditions.supplies?.[supply.id] === 'on';
    const earth = supplyTerminal(supply, 'earth');
    const holding = isOn ? Object.values(supply.terminals ?? {}) : earth === undefined ? [] : [earth];
    return holding.some((terminal) => byWire.joined(terminal, terminalOf(point)));
  });
}

/** Metres of the longest wire that ends in either point's node. */
function longestLead(wiring: Wiring, { from, to }: { readonly from: string; readonly to: string }): number | undefined {
  const nets = wiring.byWire;
  const lengths = wiring.model.wires
    .filter((wire) => wire.length !== undefined && (nets.joined(wire.from, from) || nets.joined(wire.from, to)))
    .map((wire) => inBase(readQuantity(wire.length ?? '', `wires.${wire.id}.length`, 'length')));
  return lengths.length === 0 ? undefined : Math.max(...lengths);
}

function hertzOf(supplies: readonly SupplyDocument[]): number {
  const written = supplies.find(({ frequency }) => frequency !== undefined)?.frequency;
  return written === undefined ? USUAL_HERTZ : inBase(readQuantity(written, 'frequency', 'frequency'));
}
