import {
  parseElement,
  SERIES_KINDS,
  type BoardFunctionDocument,
  type DeviceDocument,
  type UnitModelDocument,
} from '../../unit-model';

const JOINT = ['open', 'high-resistance', 'earth-leak', 'short-to-earth'] as const;
const CONTACT = ['stuck-open', 'stuck-closed', 'high-resistance'] as const;
const LOAD = ['open', 'shorted', 'drifted', 'earth-leak', 'short-to-earth'] as const;

/** How a kind of device can fail; kinds that are missing carry nothing that could. */
const DEVICE_MODES: Readonly<Record<string, readonly string[]>> = {
  transformer: ['primary-open', 'secondary-open', 'dead'],
  fuse: JOINT,
  bus: JOINT,
  'delay-module': ['open', 'dead'],
  relay: ['coil-open', 'coil-shorted', 'will-not-close', 'welded', 'high-resistance'],
  contactor: ['coil-open', 'coil-shorted', 'will-not-close', 'welded', 'high-resistance'],
  heater: LOAD,
  motor: [...LOAD, 'seized'],
  capacitor: ['open', 'shorted', 'drifted'],
  coil: LOAD,
  valve: LOAD,
  'gas-valve': LOAD,
  igniter: LOAD,
  lamp: LOAD,
  rtd: LOAD,
  ntc: LOAD,
  battery: ['weak', 'open'],
  isolator: CONTACT,
};

const FUNCTION_MODES: Readonly<Partial<Record<BoardFunctionDocument['kind'], readonly string[]>>> = {
  supply: ['dead'],
  relay: CONTACT,
  triac: CONTACT,
  input: ['deaf'],
  trace: JOINT,
  fuse: JOINT,
  resistor: JOINT,
};

/** How an element can fail in a circuit; undefined where it is nothing of this machine. */
export function faultModesOf(model: UnitModelDocument, element: string): readonly string[] | undefined {
  const { owner, inner } = parseElement(element);
  if (inner !== undefined) {
    const found = model.boards.find(({ id }) => id === owner)?.functions?.find(({ id }) => id === inner);
    return found && (FUNCTION_MODES[found.kind] ?? []);
  }
  if (model.wires.some(({ id }) => id === element)) return [...JOINT, 'short'];
  const device = model.devices.find(({ id }) => id === element);
  if (device) return modesOfDevice(device);
  if (model.supplies.some(({ id, from }) => id === element && from === undefined)) return ['lost', 'low', 'high'];
  return (model.calls ?? []).some(({ id }) => id === element) ? CONTACT : undefined;
}

function modesOfDevice({ kind }: DeviceDocument): readonly string[] {
  return DEVICE_MODES[kind] ?? (SERIES_KINDS.has(kind) ? CONTACT : []);
}
