import { inBase, readQuantity } from '../quantity';
import { parseAddress, parseElement } from './address';
import { DEVICE_KINDS } from './device-kinds';
import type {
  BoardDocument,
  DeviceDocument,
  SupplyDocument,
  UnitModelDocument,
  WireDocument,
} from './unit-model-document';

/** Every address a unit model publishes: `device.terminal` and `board.connector.pin`. */
export function terminalAddresses(model: UnitModelDocument): ReadonlySet<string> {
  const pins = model.boards.flatMap((board) =>
    board.connectors.flatMap((connector) => connector.pins.map((pin) => `${board.id}.${connector.id}.${pin.id}`)),
  );
  const terminals = model.devices.flatMap((device) =>
    terminalsOf(device).map((terminal) => `${device.id}.${terminal}`),
  );
  return new Set([...pins, ...terminals]);
}

/** The terminals of a device: those of its kind, of its contacts, and its own. */
export function terminalsOf(device: DeviceDocument): readonly string[] {
  const published = DEVICE_KINDS[device.kind]?.terminals ?? [];
  return [...new Set([...published, ...(device.contacts ?? []).flat(), ...(device.terminals ?? [])])];
}

/** True where a wire lands on a terminal. */
export function isLandingOf(wire: WireDocument, terminal: string): boolean {
  return wire.from === terminal || wire.to === terminal;
}

/** The wire that lands on a terminal, or whose lifted end is meant; where several land, the first listed. */
export function wireAt(model: UnitModelDocument, address: string): WireDocument | undefined {
  const { terminal = address, lifted } = parseAddress(address) ?? {};
  return model.wires.find((wire) => (lifted === undefined ? isLandingOf(wire, terminal) : wire.id === lifted));
}

/** The colour of a wire as the model has it; empty where it has none. */
export function wireColourAt(model: UnitModelDocument, wire: string): string {
  return model.wires.find(({ id }) => id === wire)?.colour ?? '';
}

/** Volts of a supply, or of what is written instead. */
export function supplyNominal(model: UnitModelDocument, supply: string, instead?: string): number {
  const written = instead ?? supplyOf(model, supply)?.nominal ?? '';
  return inBase(readQuantity(written, `supplies.${supply}.nominal`, 'voltage'));
}

/** How a terminal is called at the machine: "X1·3", "FS1·2", with the side of the plug where it matters. */
export function terminalLabel(model: UnitModelDocument, address: string): string {
  // A point in the technician's own words is said as they said it.
  const parsed = parseAddress(address);
  if (!parsed) return address;
  const { owner, within, isPlugSide, lifted } = parsed;
  const label = (isTheOnlyConnector(model, owner, within) ? within : [owner, ...within]).join('·');
  if (lifted !== undefined) return `${lifted} off ${label}`;
  return isPlugSide ? `${label} (plug side)` : label;
}

/** Where a reading is taken: "X1·3 to X1·8"; a thermometer is at one place. */
export function betweenLabel(model: UnitModelDocument, from: string, to: string): string {
  return from === to ? terminalLabel(model, from) : `${terminalLabel(model, from)} to ${terminalLabel(model, to)}`;
}

/** No other board has a connector of this name, so the board need not be said. */
function isTheOnlyConnector(model: UnitModelDocument, board: string, [connector]: readonly string[]): boolean {
  const bearers = model.boards.filter(({ connectors }) => connectors.some(({ id }) => id === connector));
  return bearers.length === 1 && bearers[0]?.id === board;
}

/** The name a technician uses for an element or item: "Float switch FS1". */
export function elementName(model: UnitModelDocument, reference: string): string {
  const { element, mode } = parseReference(model, reference);
  const { owner, inner } = parseElement(element);
  const device = model.devices.find((each) => each.id === owner);
  const board = model.boards.find((each) => each.id === owner);
  const wire = model.wires.find((each) => each.id === owner);
  const cable = model.cables?.find((each) => each.id === owner);
  const supply = model.supplies.find((each) => each.id === owner);
  const name = device
    ? `${device.name ?? device.kind} ${device.id}`
    : board
      ? `${board.name} ${board.id}${inner ? `, ${functionName(board, inner)}` : ''}`
      : wire
        ? `wire ${terminalLabel(model, wire.from)} to ${terminalLabel(model, wire.to)}`
        : cable
          ? (cable.name ?? `cable ${cable.id}`)
          : supply
            ? `${supply.name ?? supply.id} supply`
            : reference;
  const capital = name.charAt(0).toUpperCase() + name.slice(1);
  return mode ? `${capital} (${mode.replaceAll('-', ' ')})` : capital;
}

function functionName(board: BoardDocument, id: string): string {
  return board.functions?.find((each) => each.id === id)?.name ?? id.replaceAll('-', ' ');
}

export interface ElementReference {
  /** Device, wire, board, or `board:function`. */
  readonly element: string;
  readonly mode?: string;
}

/** Takes `K1:coil-open`, `CB:mist-output`, `CB:mist-output:stuck-open` or `w8` apart. */
export function parseReference(model: UnitModelDocument, reference: string): ElementReference {
  const [owner = '', second, third] = reference.split(':');
  const isBoard = model.boards.some((board) => board.id === owner);
  if (isBoard && second !== undefined) return { element: `${owner}:${second}`, mode: third };
  return { element: owner, mode: second };
}

/**
 * Whether clearing one thing clears what another names: the whole its functions, cores and parts and every way it may fail, a
 * part or a way of failing only itself.
 *
 * @example clearsReference({ boards: [], devices: [], wires: [], supplies: [] }, 'K1', 'K1:coil-open') // true
 */
export function clearsReference(model: UnitModelDocument, cleared: string, accused: string): boolean {
  const [one, other] = [parseReference(model, cleared), parseReference(model, accused)];
  if (one.mode !== undefined) return one.element === other.element && one.mode === other.mode;
  return one.element === other.element || isPartOf(model, other.element, one.element);
}

/** Wholes within wholes: a model that goes round in circles is no reason never to come back. */
const DEEPEST = 8;

/**
 * Whether an element belongs to a whole that is named as one: a function to its board, a core to its cable, a device to the
 * assembly it is bought with.
 */
export function isPartOf(model: UnitModelDocument, element: string, whole: string): boolean {
  let inside: string | undefined = element;
  for (let depth = 0; depth < DEEPEST && inside !== undefined; depth += 1) {
    inside = wholeOf(model, inside);
    if (inside === whole) return true;
  }
  return false;
}

function wholeOf(model: UnitModelDocument, element: string): string | undefined {
  const { owner, inner } = parseElement(element);
  if (inner !== undefined) return owner;
  return model.devices.find(({ id }) => id === element)?.partOf ?? model.wires.find(({ id }) => id === element)?.cable;
}

/** True when the element a reference names is in the wiring list. */
export function isKnownElement(model: UnitModelDocument, reference: string): boolean {
  const { owner, inner } = parseElement(parseReference(model, reference).element);
  const board = model.boards.find((each) => each.id === owner);
  if (board) return inner === undefined || (board.functions ?? []).some((each) => each.id === inner);
  return [...model.devices, ...model.wires, ...(model.cables ?? []), ...model.supplies].some(({ id }) => id === owner);
}

/** What one buys: the item a device belongs to, the board of a board function, the element itself otherwise. */
export function itemOf(model: UnitModelDocument, reference: string): string {
  return parseElement(parseReference(model, reference).element).owner;
}

/** What a derived supply comes from: every supply that is not derived itself; none for one that is not derived. */
export function sourcesOf(model: UnitModelDocument, id: string): readonly string[] {
  if (supplyOf(model, id)?.from === undefined) return [];
  return model.supplies.flatMap((each) => (each.from === undefined ? [each.id] : []));
}

/** What people call a cover: "fan guard", "cover main" where the model does not list it. */
export function coverName(model: UnitModelDocument, id: string): string {
  return model.covers?.find((cover) => cover.id === id)?.name ?? `cover ${id.replaceAll('-', ' ')}`;
}

export function supplyOf(model: UnitModelDocument, id: string): SupplyDocument | undefined {
  return model.supplies.find((supply) => supply.id === id);
}
