/**
 * Where a probe or an end of a wire is: `device.terminal` or `board.connector.pin`, its harness side with the plug
 * pulled (`CB.X1.3@plug`), or the free end of a wire lifted off it (`w8@CB.X1.3`).
 */
export interface TerminalAddress {
  /** The terminal itself, whichever side of it is meant. */
  readonly terminal: string;
  /** The device or board it belongs to; empty for a point in somebody's own words. */
  readonly owner: string;
  /** Names from the owner on: connector and pin, or the terminal of a device. */
  readonly within: readonly string[];
  readonly isPlugSide: boolean;
  /** The wire whose lifted end is meant. */
  readonly lifted?: string;
}

const TERMINAL = /^[\w+-]+(\.[\w+-]+){1,2}$/;

/** Takes an address apart; undefined for a point in somebody's own words. */
export function parseAddress(address: string): TerminalAddress | undefined {
  const [first = '', side, ...more] = address.split('@');
  const isLifted = side !== undefined && side !== 'plug';
  const terminal = isLifted ? side : first;
  if (more.length > 0 || !TERMINAL.test(terminal)) return undefined;
  const [owner = '', ...within] = terminal.split('.');
  return { terminal, owner, within, isPlugSide: side === 'plug', ...(isLifted ? { lifted: first } : {}) };
}

/** The terminal an address lies on, on whichever side of it; a point in somebody's own words stays as it is. */
export function terminalOf(address: string): string {
  return parseAddress(address)?.terminal ?? address;
}

/** The device or board an address belongs to; empty for a point in somebody's own words. */
export function ownerOf(address: string): string {
  return parseAddress(address)?.owner ?? '';
}

/** True for the harness side of a pulled plug and for a lifted wire's end: what is there is not what is at the terminal. */
export function isDetached(address: string): boolean {
  const parsed = parseAddress(address);
  return parsed !== undefined && (parsed.isPlugSide || parsed.lifted !== undefined);
}

/** The plug a pin of a board is on, as `board.connector`; the terminal's own device has none. */
export function plugOf(address: string): string | undefined {
  const { owner = '', within: [connector, pin] = [] } = parseAddress(address) ?? {};
  return pin === undefined || connector === undefined ? undefined : `${owner}.${connector}`;
}

/** An element of the wiring list: a device, a wire or a board, and the function of a board. */
export interface ElementName {
  readonly owner: string;
  readonly inner?: string;
}

/** Takes `CB:mist-output`, `K1` or `w8` apart. */
export function parseElement(element: string): ElementName {
  const [owner = '', inner] = element.split(':');
  return inner === undefined ? { owner } : { owner, inner };
}

/** True for a function of a board, such as `CB:mist-output`. */
export function isBoardFunction(element: string): boolean {
  return parseElement(element).inner !== undefined;
}
