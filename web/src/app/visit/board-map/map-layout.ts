import {
  isFreeUnitModel,
  terminalLabel,
  terminalOf,
  terminalsOf,
  type ConnectorDocument,
  type DeviceDocument,
  type UnitModelDocument,
} from '@juxtameter/core';

/** Drawing units; at scale 1 they are pixels, and a terminal is as wide as a thumb. */
export const CELL = 44;
/** So high that a probe's badge stands under it. */
const TITLE = 22;
const PROBE = 14;
const BOX = 40;
const WIRE = 20;
const COLOUR = 26;
export const BLOCK_HEIGHT = TITLE + PROBE + BOX + WIRE + COLOUR;
const GAP = 8;
const PADDING = 8;
const GROUP_TITLE = 24;
/** Ten terminals side by side. */
const WIDEST = 10 * CELL + 2 * PADDING;

/** A terminal as it is drawn: `x` is its middle, `y` the top of its box. */
export interface MapTerminal {
  readonly address: string;
  /** What is printed beside it. */
  readonly label: string;
  /** How it is called in words: "X1·3". */
  readonly name: string;
  readonly signal: string;
  readonly role: string;
  /** Ids of the wires that land on it. */
  readonly wires: readonly string[];
  readonly isPinOne: boolean;
  readonly x: number;
  readonly y: number;
  /** Which way its wires leave. */
  readonly leaves: 'up' | 'down';
}

/** A row of terminals that are one piece at the machine: a connector of a board, or a device. */
export interface MapBlock {
  readonly id: string;
  readonly title: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly terminals: readonly MapTerminal[];
}

/** What sits in one place: a board, the panel around it, the tank. */
export interface MapGroup {
  readonly id: string;
  readonly title: string;
  readonly isBoard: boolean;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly blocks: readonly MapBlock[];
}

export interface BoardMap {
  readonly width: number;
  readonly height: number;
  readonly groups: readonly MapGroup[];
  readonly terminals: ReadonlyMap<string, MapTerminal>;
}

/** A block before it has its place. */
interface Piece {
  readonly id: string;
  readonly title: string;
  readonly row: number;
  readonly leaves: 'up' | 'down';
  readonly pins: readonly Omit<MapTerminal, 'x' | 'y' | 'leaves'>[];
}

const known = new WeakMap<UnitModelDocument, BoardMap>();

/** The terminals of a unit model as they sit: connectors by their place on the board, devices by where they are. */
export function boardMap(model: UnitModelDocument): BoardMap {
  const map = known.get(model) ?? laidOut(model);
  known.set(model, map);
  return map;
}

function laidOut(model: UnitModelDocument): BoardMap {
  const boards = model.boards.map((board) => ({
    id: board.id,
    title: `${board.name} ${board.id}`,
    isBoard: true,
    pieces: board.connectors.map((connector, index) => connectorPiece(model, board.id, connector, index)),
  }));
  const places = [...new Set(model.devices.map(({ where }) => where ?? ''))].sort(
    (a, b) => Number(a !== '') - Number(b !== ''),
  );
  const around = places.map((where) => ({
    id: `at-${where}`,
    title:
      where === ''
        ? model.boards.length === 0
          ? 'Terminals'
          : 'Beside the board'
        : `${where.charAt(0).toUpperCase()}${where.slice(1)}`,
    isBoard: false,
    pieces: model.devices
      .filter((device) => (device.where ?? '') === where)
      .map((device) => devicePiece(model, device)),
  }));
  return stacked([...boards, ...around].filter(({ pieces }) => pieces.length > 0));
}

function connectorPiece(model: UnitModelDocument, board: string, connector: ConnectorDocument, index: number): Piece {
  const { place } = connector;
  const pins = connector.pins.map(({ id, signal = '', role = '' }, at) =>
    terminal(model, `${board}.${connector.id}.${id}`, id, signal, role, at === 0),
  );
  return {
    id: `${board}.${connector.id}`,
    title: labelFirst(connector.id, connector.name),
    // Connectors without a place stand below one another in the order written.
    row: place ? place.row * 100 + place.column : 10_000 + index * 100,
    leaves: place?.wires ?? 'down',
    pins: place?.pinOne === 'right' ? pins.reverse() : pins,
  };
}

/** What is printed on the board first: it stays where the rest is cut off. */
function labelFirst(id: string, name = ''): string {
  const rest = name.startsWith(`${id} `) ? name.slice(id.length + 1) : name.replace(` ${id}`, '');
  return `${id} ${rest}`.trim();
}

function devicePiece(model: UnitModelDocument, device: DeviceDocument): Piece {
  return {
    id: device.id,
    // Without a wiring list nothing is known to be printed anywhere.
    title: isFreeUnitModel(model) ? (device.name ?? '') : labelFirst(device.id, device.name ?? device.kind),
    row: 0,
    leaves: 'down',
    pins: terminalsOf(device).map((id) => terminal(model, `${device.id}.${id}`, id, '', '', false)),
  };
}

function terminal(
  model: UnitModelDocument,
  address: string,
  label: string,
  signal: string,
  role: string,
  isPinOne: boolean,
): Omit<MapTerminal, 'x' | 'y' | 'leaves'> {
  const wires = model.wires.flatMap(({ id, from, to }) => (from === address || to === address ? [id] : []));
  return { address, label, name: terminalLabel(model, address), signal, role, wires, isPinOne };
}

/** Room for its terminals, and for the first words of its title. */
function widthOf({ pins, title }: Piece): number {
  return Math.max(pins.length * CELL, Math.min(title.length * 7.2, 3 * CELL));
}

interface Rows {
  readonly rows: readonly (readonly Piece[])[];
  readonly width: number;
}

/** Pieces of one row of the board stay beside each other as far as the width allows. */
function inRows(pieces: readonly Piece[]): Rows {
  const rows: Piece[][] = [];
  let width = 0;
  let used = 0;
  let row: number | undefined;
  for (const piece of [...pieces].sort((a, b) => a.row - b.row)) {
    const own = Math.floor(piece.row / 100);
    const needed = widthOf(piece) + (used === 0 ? 0 : GAP);
    const last = rows.at(-1);
    if (last && own === row && used + needed <= WIDEST - 2 * PADDING) {
      last.push(piece);
      used += needed;
    } else {
      rows.push([piece]);
      used = widthOf(piece);
      row = own;
    }
    width = Math.max(width, used);
  }
  return { rows, width };
}

type Pending = Omit<MapGroup, 'x' | 'y' | 'width' | 'height' | 'blocks'> & { readonly pieces: readonly Piece[] };

/** Groups beside each other as far as the width allows, boards first. */
function stacked(pending: readonly Pending[]): BoardMap {
  const groups: MapGroup[] = [];
  let [x, y, tallest, width] = [0, 0, 0, 0];
  for (const { pieces, ...group } of pending) {
    const { rows, width: inner } = inRows(pieces);
    const wide = Math.max(inner + 2 * PADDING, group.title.length * 7.6 + 2 * PADDING);
    const high = GROUP_TITLE + rows.length * (BLOCK_HEIGHT + GAP) + PADDING - GAP;
    if (x > 0 && x + wide > WIDEST) {
      y += tallest + GAP;
      [x, tallest] = [0, 0];
    }
    groups.push({ ...group, x, y, width: wide, height: high, blocks: placed(rows, x + PADDING, y + GROUP_TITLE) });
    x += wide + GAP;
    tallest = Math.max(tallest, high);
    width = Math.max(width, x - GAP);
  }
  const terminals = groups.flatMap(({ blocks }) => blocks.flatMap((block) => block.terminals));
  return {
    width,
    height: y + tallest,
    groups,
    terminals: new Map(terminals.map((each) => [each.address, each])),
  };
}

function placed(rows: Rows['rows'], left: number, top: number): readonly MapBlock[] {
  return rows.flatMap((row, index) => {
    let x = left;
    const y = top + index * (BLOCK_HEIGHT + GAP);
    return row.map((piece): MapBlock => {
      const block = {
        id: piece.id,
        title: piece.title,
        x,
        y,
        width: widthOf(piece),
        terminals: piece.pins.map((pin, at) => ({
          ...pin,
          leaves: piece.leaves,
          x: x + at * CELL + CELL / 2,
          y: y + TITLE + (piece.leaves === 'down' ? PROBE : WIRE + COLOUR),
        })),
      };
      x += widthOf(piece) + GAP;
      return block;
    });
  });
}

/** The terminal an address lies on, on whichever side of its plug; undefined for a point in somebody's own words. */
export function terminalAt(map: BoardMap, address: string | undefined): MapTerminal | undefined {
  return address === undefined ? undefined : map.terminals.get(terminalOf(address));
}

/** How far up and down from `y` a terminal with its probe, wire and colour reaches. */
export const REACH = { above: PROBE + 9, box: BOX, below: WIRE + COLOUR } as const;
