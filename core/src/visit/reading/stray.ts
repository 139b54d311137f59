import { inBase, readQuantity, type MeasurementFunction } from '../../quantity';
import type { Meter } from '../../meter';
import { strayVolts } from '../../reference';
import type { StrayEstimate } from '../../verdict';
import type { SupplyDocument, Wiring } from '../../unit-model';

/** A lead whose length nobody wrote down, metres. */
const USUAL_LENGTH = 5;
const USUAL_HERTZ = 50;

/** What an open lead at these points may show on this meter; undefined where it cannot be told. */
export function strayAt(
  wiring: Wiring,
  points: { readonly from: string; readonly to: string },
  measured: MeasurementFunction,
  volts: number | undefined,
  meter: Meter | undefined,
): StrayEstimate | undefined {
  const impedance = meter?.functions.get(measured)?.inputImpedance;
  if (measured !== 'ac-voltage' || impedance === undefined || volts === undefined || volts <= 0) return undefined;
  const length = longestLead(wiring, points);
  const metres = length ?? USUAL_LENGTH;
  const estimate = strayVolts({ length: metres, volts, hertz: hertzOf(wiring.model.supplies), impedance });
  const words = `An open lead of ${length === undefined ? 'some' : ''} ${Number(metres.toPrecision(2))} m beside ${Number(volts.toPrecision(3))} V`;
  return { ...estimate, words: words.replace('  ', ' ') };
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
