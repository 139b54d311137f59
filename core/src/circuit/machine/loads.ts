import type { DeviceDocument } from '../../unit-model';
import { rated, ratedOr } from './rated';

/** What lies between two terminals of a device and takes current. */
export interface Load {
  readonly element: string;
  readonly from: string;
  readonly to: string;
  /** Ohms with nothing connected, as a meter's battery sees it. */
  readonly deadOhms: number;
  /** Ohms while it runs on direct volts: a motor that turns takes less than its wire would. */
  readonly directOhms: number;
  /** Ohms and reactance while it runs on alternating volts. */
  readonly alternating: { readonly ohms: number; readonly reactance: number };
  /** A capacitor passes nothing direct. */
  readonly farads?: number;
  /** Volts it is made for; missing where nobody says. */
  readonly nominal?: number;
}

/** Ohms of a wound part that nobody rated. */
const UNRATED = 1e6;
/** Volts a platinum or thermistor sensor is not made for: it has none. */
const ROOM = 20;
/** Ohms per ohm and degree of platinum near 0 °C (IEC 60751, 3.9083e-3). */
const PLATINUM = 3.9083e-3;

/** The loads of a device; `isPulledIn` where it has a coil, `made` the volts it is made for where it does not say. */
export function loadsOf(device: DeviceDocument, isPulledIn: boolean, made: number): readonly Load[] {
  const { id, kind, coil } = device;
  const load = (
    a: string,
    b: string,
    deadOhms: number,
    alternating = { ohms: deadOhms, reactance: 0 },
    nominal?: number,
  ): Load => ({
    element: id,
    from: `${id}.${a}`,
    to: `${id}.${b}`,
    deadOhms,
    directOhms: deadOhms,
    alternating,
    ...(nominal === undefined ? {} : { nominal }),
  });
  const ohms = rated(device.resistance, 'resistance');
  const nominal = rated(device.nominal, 'voltage');
  const power = rated(device.power, 'power');
  if (coil) {
    const volts = ratedOr(made, coil.nominal, 'voltage');
    const wire = ratedOr(UNRATED, coil.resistance, 'resistance');
    const taken = rated(isPulledIn ? coil.holding : coil.inrush, 'apparent-power', 'power');
    return [load('A1', 'A2', wire, wound(wire, volts, taken), volts)];
  }
  switch (kind) {
    case 'motor':
      return motorLoads(device, nominal ?? made, load);
    case 'heater': {
      const volts = nominal ?? made;
      const hot = ohms ?? (power === undefined ? UNRATED : (volts * volts) / power);
      return [load('1', '2', hot, undefined, volts)];
    }
    case 'coil':
    case 'valve':
    case 'gas-valve': {
      const wire = ohms ?? UNRATED;
      const volts = nominal ?? made;
      return [load('1', '2', wire, wound(wire, volts, rated(device.holding, 'apparent-power', 'power')), volts)];
    }
    case 'lamp':
    case 'igniter':
      return [load('1', '2', ohms ?? UNRATED, undefined, nominal ?? made)];
    case 'rtd': {
      const atZero = ratedOr(UNRATED, device.at0C, 'resistance');
      return [load('1', '2', atZero * (1 + PLATINUM * ROOM))];
    }
    case 'ntc':
      return [load('1', '2', ohms ?? UNRATED)];
    case 'capacitor': {
      const farads = rated(device.capacitance, 'capacitance');
      return farads === undefined ? [] : [{ ...load('1', '2', Infinity), farads }];
    }
    default:
      return [];
  }
}

type MakeLoad = (a: string, b: string, deadOhms: number) => Load;

/**
 * Windings are rated as they are read between their terminals. Three that close a ring are read each beside the other
 * two, so that they stand as the star that reads the same (Kennelly 1899).
 */
function motorLoads({ windings = [], current, power }: DeviceDocument, volts: number, load: MakeLoad): readonly Load[] {
  const read = windings.map(({ between: [a = '', b = ''], resistance }) => ({
    a,
    b,
    ohms: ratedOr(UNRATED, resistance, 'resistance'),
  }));
  const ends = [...new Set(read.flatMap(({ a, b }) => [a, b]))];
  const isRing = read.length === 3 && ends.length === 3;
  const nominal = { nominal: volts };
  if (isRing)
    return ends.map((end) => {
      const sum = read.reduce((all, { a, b, ohms }) => all + (a === end || b === end ? ohms : -ohms), 0);
      return { ...load(end, STAR, Math.max(0, sum / 2)), ...nominal };
    });
  const amperes = rated(current, 'current');
  const isSingle = read.length === 1 && amperes !== undefined;
  return read.map(({ a, b, ohms }) => ({
    ...load(a, b, ohms),
    ...nominal,
    ...(isSingle
      ? {
          directOhms: Math.max(ohms, volts / amperes),
          alternating: turning(ohms, volts, amperes, rated(power, 'power')),
        }
      : {}),
  }));
}

/** The point inside a motor where the arms of its star meet. */
const STAR = 'star';

/** A coil on alternating volts: its wire, and as much reactance as leaves the volt-amperes it takes. */
function wound(
  wire: number,
  volts: number,
  taken: number | undefined,
): { readonly ohms: number; readonly reactance: number } {
  if (taken === undefined || taken <= 0) return { ohms: wire, reactance: 0 };
  const size = (volts * volts) / taken;
  return size <= wire ? { ohms: size, reactance: 0 } : { ohms: wire, reactance: Math.sqrt(size * size - wire * wire) };
}

/** A motor that turns: what it takes in watts as ohms, the rest of its amperes as reactance. */
function turning(
  wire: number,
  volts: number,
  amperes: number,
  power: number | undefined,
): { readonly ohms: number; readonly reactance: number } {
  const size = volts / amperes;
  const ohms = Math.min(size, Math.max(wire, power === undefined ? wire : power / (amperes * amperes)));
  return { ohms, reactance: Math.sqrt(Math.max(0, size * size - ohms * ohms)) };
}
