import {
  bondOf,
  conductorRole,
  supplyTerminal,
  DEVICE_KINDS,
  parseAddress,
  plugOf,
  terminalLabel,
  terminalsOf,
  wireNets,
  type DeviceDocument,
  type Nets,
  type UnitModelDocument,
  type Wiring,
} from '../../unit-model';
import type { SetPart } from '../procedure-document';

/** Ohms under which a load with no rating counts as shorted; common practice, no source. */
const SHORT_OHMS = '2 Ω';
/** A cable and load that touch earth nowhere; common practice, no source. */
const CLEAR_OF_EARTH = '1 MΩ';
/** A cold load may read this far under its rating; common practice, no source. */
const COLD = 0.5;

/**
 * What is read at the pulled plugs of a board before it gets power: across every load that plugs in, and from every
 * lead that goes out to earth.
 */
export function clearanceMembers(wiring: Wiring, boardId: string): readonly SetPart[] {
  const { model } = wiring;
  const board = model.boards.find(({ id }) => id === boardId);
  const earth = model.supplies
    .map((supply) => supplyTerminal(supply, 'earth'))
    .find((terminal) => terminal !== undefined);
  if (!board) return [];
  const pins = board.connectors
    .filter(({ pluggable }) => pluggable)
    .flatMap(({ id, pins: all }) => all.map((pin) => ({ role: pin.role, address: `${boardId}.${id}.${pin.id}` })));
  const wired = pins.filter(({ address }) => model.wires.some(({ from, to }) => from === address || to === address));
  const outside = wireNets(withoutBoard(model, boardId), wiring.seriesDevices);
  const leads = wired.filter(({ role }) => role === 'output' || role === 'input' || role === 'link');
  // Two leads that meet outside, through a switch, are one: it is read once.
  const single = leads.filter(
    ({ address }, index) => !leads.slice(0, index).some((before) => outside.joined(before.address, address)),
  );
  const outputs = single.flatMap(({ role, address }) => (role === 'output' ? [address] : []));
  const across = acrossLoads(
    model,
    wired.map(({ address }) => address),
    outside,
  );
  const isRead = (a: string, b: string): boolean =>
    across.some(({ from, to }) => [`${a}@plug`, `${b}@plug`].every((end) => end === from || end === to));
  return [
    ...across,
    ...betweenOutputs(model, outputs, isRead),
    ...(earth === undefined
      ? []
      : single
          .filter(({ address }) => !outside.joined(address, earth))
          .map(({ address }) => toEarth(model, address, earth, outside))),
  ];
}

/** The board with its plugs out: its traces and contacts join nothing. */
function withoutBoard(model: UnitModelDocument, boardId: string): UnitModelDocument {
  return { ...model, boards: model.boards.filter(({ id }) => id !== boardId) };
}

/** Neighbours of one plug that drive loads of their own must not touch. */
function betweenOutputs(
  model: UnitModelDocument,
  outputs: readonly string[],
  isRead: (a: string, b: string) => boolean,
): readonly SetPart[] {
  return outputs.flatMap((to, index): SetPart[] => {
    const from = outputs[index - 1];
    if (from === undefined || plugOf(from) !== plugOf(to) || isRead(from, to)) return [];
    return [
      {
        id: `between-${pinName(from)}-${pinName(to)}`,
        name: `${terminalLabel(model, from)} to ${terminalLabel(model, to)}`,
        from: `${from}@plug`,
        to: `${to}@plug`,
        expect: { kind: 'limit', atLeast: SHORT_OHMS, source: 'common practice' },
      },
    ];
  });
}

function pinName(pin: string): string {
  return parseAddress(pin)?.within.join('-') ?? pin;
}

function acrossLoads(model: UnitModelDocument, pins: readonly string[], outside: Nets): readonly SetPart[] {
  return model.devices.flatMap((device): SetPart[] => {
    const [a, b] = loadTerminals(device);
    if (a === undefined || b === undefined) return [];
    const from = pins.find((pin) => outside.joined(pin, `${device.id}.${a}`));
    const others = pins.filter((pin) => pin !== from && outside.joined(pin, `${device.id}.${b}`));
    const to = others.find((pin) => plugOf(pin) === plugOf(from ?? '')) ?? others[0];
    if (from === undefined || to === undefined || outside.joined(from, to)) return [];
    const ohms = device.windings?.[0]?.resistance ?? device.coil?.resistance ?? device.resistance ?? device.at0C;
    return [
      {
        id: `across-${device.id}`,
        name: `${device.id} across ${terminalLabel(model, from)} and ${terminalLabel(model, to)}`,
        from: `${from}@plug`,
        to: `${to}@plug`,
        expect: {
          kind: 'limit',
          atLeast: ohms === undefined ? SHORT_OHMS : partOf(ohms),
          source: ohms === undefined ? 'common practice' : `half of the ${ohms} it is rated`,
        },
      },
    ];
  });
}

/** "48 Ω" halved, the unit and its prefix kept. */
function partOf(ohms: string): string {
  const [, digits = '', unit = ''] = /^([\d.,]+)\s*(.*?)\??$/.exec(ohms) ?? [];
  return `${Number((Number(digits.replace(',', '.')) * COLD).toPrecision(3))} ${unit}`;
}

function loadTerminals(device: DeviceDocument): readonly (string | undefined)[] {
  if (device.coil) return ['A1', 'A2'];
  if (device.windings) return device.windings[0]?.between ?? [];
  const isRated = (DEVICE_KINDS[device.kind]?.mustRate ?? []).includes('resistance') || device.at0C !== undefined;
  return isRated && device.kind !== 'transformer' ? terminalsOf(device).slice(0, 2) : [];
}

/** A lead that ends, through its load, at a conductor bonded to earth cannot be clear of it: it must not be a short. */
function toEarth(model: UnitModelDocument, pin: string, earth: string, outside: Nets): SetPart {
  const isBonded = model.devices.some((device) => {
    const ends = loadTerminals(device).map((terminal) => `${device.id}.${terminal ?? ''}`);
    const reaches = ends.some((end) => outside.joined(end, pin));
    return reaches && ends.some((end) => !outside.joined(end, pin) && isBondedNet(model, end, outside));
  });
  return {
    id: `earth-${pinName(pin)}`,
    name: `${terminalLabel(model, pin)} to earth`,
    from: `${pin}@plug`,
    to: earth,
    expect: {
      kind: 'limit',
      atLeast: isBonded ? SHORT_OHMS : CLEAR_OF_EARTH,
      source: isBonded ? 'its load ends at a conductor bonded to earth' : 'common practice',
    },
  };
}

function isBondedNet(model: UnitModelDocument, terminal: string, nets: Nets): boolean {
  return model.supplies.some((supply) => {
    const bond = bondOf(supply);
    return Object.entries(supply.terminals ?? {}).some(
      ([name, end]) =>
        (conductorRole(supply, name) === 'earth' || (typeof bond !== 'string' && bond.at === name)) &&
        nets.joined(end, terminal),
    );
  });
}
