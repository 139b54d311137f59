import { inBase, readQuantity } from '../quantity';
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

/** True for a published terminal, its harness side (`@plug`) or a lifted wire's free end (`wire@terminal`). */
export function isKnownTerminal(model: UnitModelDocument, address: string): boolean {
  const known = terminalAddresses(model);
  if (known.has(address)) return true;
  const [place = '', side = ''] = address.split('@');
  if (side === 'plug') return known.has(place);
  return known.has(side) && model.wires.some((wire) => wire.id === place && (wire.from === side || wire.to === side));
}

/** The wire that lands on a terminal; where several do, the first listed. */
export function wireAt(model: UnitModelDocument, address: string): WireDocument | undefined {
  const [place = ''] = address.split('@');
  return model.wires.find((wire) => wire.from === place || wire.to === place);
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

const ADDRESS = /^[\w+-]+(\.[\w+-]+){1,2}(@[\w+-]+(\.[\w+-]+)*)?$|^[\w+-]+@[\w+-]+(\.[\w+-]+)*$/;

/** How a terminal is called at the machine: "X1·3", "FS1·2", with the side of the plug where it matters. */
export function terminalLabel(model: UnitModelDocument, address: string): string {
  // A point in the technician's own words is said as they said it.
  if (!ADDRESS.test(address)) return address;
  const [place = '', side] = address.split('@');
  const parts = place.split('.');
  const label = (isTheOnlyConnector(model, parts) ? parts.slice(1) : parts).join('·');
  if (side === undefined) return label;
  return side === 'plug' ? `${label} (plug side)` : `${place} off ${terminalLabel(model, side)}`;
}

/** No other board has a connector of this name, so the board need not be said. */
function isTheOnlyConnector(model: UnitModelDocument, [board, connector]: readonly string[]): boolean {
  const bearers = model.boards.filter(({ connectors }) => connectors.some(({ id }) => id === connector));
  return bearers.length === 1 && bearers[0]?.id === board;
}

/** The name a technician uses for an element or item: "Float switch FS1". */
export function elementName(model: UnitModelDocument, reference: string): string {
  const { element, mode } = parseReference(model, reference);
  const [owner = '', inner] = element.split(':');
  const device = model.devices.find((each) => each.id === owner);
  const board = model.boards.find((each) => each.id === owner);
  const wire = model.wires.find((each) => each.id === owner);
  const name = device
    ? `${device.name ?? device.kind} ${device.id}`
    : board
      ? `${board.name} ${board.id}${inner ? `, ${functionName(board, inner)}` : ''}`
      : wire
        ? `wire ${terminalLabel(model, wire.from)} to ${terminalLabel(model, wire.to)}`
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

/** True when the element a reference names is in the wiring list. */
export function isKnownElement(model: UnitModelDocument, reference: string): boolean {
  const [owner = '', inner] = parseReference(model, reference).element.split(':');
  const board = model.boards.find((each) => each.id === owner);
  if (board) return inner === undefined || (board.functions ?? []).some((each) => each.id === inner);
  return model.devices.some((each) => each.id === owner) || model.wires.some((each) => each.id === owner);
}

/** What one buys: the item a device belongs to, the board of a board function, the element itself otherwise. */
export function itemOf(model: UnitModelDocument, reference: string): string {
  const [owner = ''] = parseReference(model, reference).element.split(':');
  return owner;
}

export function supplyOf(model: UnitModelDocument, id: string): SupplyDocument | undefined {
  return model.supplies.find((supply) => supply.id === id);
}
