import { formatValue, inBase, readQuantity } from '../quantity';
import { DEVICE_KINDS } from './device-kinds';
import { SERIES_KINDS, wireNets } from './nets';
import { terminalsOf } from './unit-model';
import type { DeviceDocument, UnitModelDocument } from './unit-model-document';

/** What lies between two terminals of a device and is no contact, with all that it may read without power, in ohms. */
export interface DeviceOhms {
  readonly device: string;
  readonly from: string;
  readonly to: string;
  readonly lowest: number;
  /** Infinite where a healthy one may read open: electronics, a capacitor that has charged. */
  readonly highest: number;
  /** As the unit model rates it: "48 Ω"; missing where it does not, or guesses. */
  readonly rated?: string;
}

/** Least ohms of anything that is a load and no short: a big motor has less than one; common practice, no source. */
export const LEAST_LOAD_OHMS = 0.3;
/** Ohms a capacitor is past soon after the meter is put across it; common practice, no source. */
const CHARGED_OHMS = 10_000;

interface Spread {
  readonly least: number;
  readonly most: number;
}

/** Parts of the rating that a sound one may read, cold or hot, old or new; common practice, no source. */
const SPREAD: Spread = { least: 0.5, most: 2 };
const SPREADS: Readonly<Record<string, Spread>> = {
  // A filament is rated hot and measured cold.
  lamp: { least: 1 / 15, most: 2 },
  // They age upwards, and some are rated hot.
  igniter: { least: 0.5, most: 5 },
  // From 180 °C down to -40 °C: a hundredth, and near a hundred times what it reads at 25 °C.
  ntc: { least: 0.01, most: 100 },
  // From -200 °C (18.5 of 100 Ω) to 850 °C (390.5): IEC 60751.
  rtd: { least: 0.15, most: 4 },
};

/** Kinds that join their terminals or have nothing between them that a meter's ohms are for. */
const NOTHING_BETWEEN: ReadonlySet<string> = new Set([
  ...SERIES_KINDS,
  'isolator',
  'relay',
  'contactor',
  'bus',
  'splice',
  'terminal-strip',
  'chassis',
  'plug',
  'outlet',
  'battery',
  'flame-rod',
]);

/** Everything between terminals of devices that carries current and is no contact. */
export function deviceOhms(model: UnitModelDocument): readonly DeviceOhms[] {
  const nets = wireNets(model);
  const called = new Set((model.calls ?? []).flatMap(({ joins }) => joins.map(nets.nodeOf)));
  return model.devices.flatMap((device) => {
    // A controller's contacts are open as long as nobody calls.
    const isContact =
      device.kind === 'room-control' &&
      terminalsOf(device).some((terminal) => called.has(nets.nodeOf(`${device.id}.${terminal}`)));
    return isContact ? [] : ofDevice(device);
  });
}

function ofDevice(device: DeviceDocument): readonly DeviceOhms[] {
  const { id, kind, coil, windings, primaryResistance, secondaryResistance } = device;
  const spread = SPREADS[kind] ?? SPREAD;
  const rated = (a = '', b = '', ohms?: string): DeviceOhms => ({
    device: id,
    from: `${id}.${a}`,
    to: `${id}.${b}`,
    ...spreadOf(ohms, spread),
  });
  if (coil) return [rated('A1', 'A2', coil.resistance)];
  if (windings) return windings.map(({ between: [a, b], resistance }) => rated(a, b, resistance));
  if (kind === 'transformer') return [rated('P1', 'P2', primaryResistance), rated('S1', 'S2', secondaryResistance)];
  const terminals = terminalsOf(device);
  const [first, second] = terminals;
  if (NOTHING_BETWEEN.has(kind)) return [];
  if (kind === 'capacitor')
    return [
      {
        device: id,
        from: `${id}.${first ?? ''}`,
        to: `${id}.${second ?? ''}`,
        lowest: CHARGED_OHMS,
        highest: Infinity,
      },
    ];
  const ohms = device.resistance ?? device.at0C;
  const isRated = ohms !== undefined || (DEVICE_KINDS[kind]?.mustRate ?? []).includes('resistance');
  if (isRated) return [rated(first, second, ohms)];
  // Electronics: nobody knows what is between one terminal and the next.
  return terminals.slice(1).map((terminal, index) => rated(terminals[index], terminal));
}

function spreadOf(
  rated: string | undefined,
  { least, most }: Spread,
): Pick<DeviceOhms, 'lowest' | 'highest' | 'rated'> {
  const quantity = rated === undefined ? undefined : readQuantity(rated, 'resistance', 'resistance');
  const ohms = quantity === undefined ? 0 : inBase(quantity);
  // What is guessed rates nothing, and nothing is no rating.
  if (quantity === undefined || quantity.assumed || ohms <= 0) return { lowest: LEAST_LOAD_OHMS, highest: Infinity };
  return { lowest: ohms * least, highest: ohms * most, rated: formatValue(ohms, 'Ω') };
}
