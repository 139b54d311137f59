import { terminalLabel, terminalsOf, wireAt, type UnitModelDocument } from '@juxtameter/core';

export type Probe = 'A' | 'B';

export interface PinView {
  readonly address: string;
  readonly label: string;
  readonly signal: string;
  readonly wireColour: string;
  readonly probe?: Probe;
}

/** A row of terminals that are one piece at the machine: a connector of a board, or a device. */
export interface StripView {
  readonly id: string;
  readonly title: string;
  readonly pins: readonly PinView[];
  readonly isLit: boolean;
}

export interface Points {
  readonly from?: string;
  readonly to?: string;
}

/** Every strip of the boards, and the devices the current step puts a probe on. */
export function boardView(model: UnitModelDocument, points: Points): readonly StripView[] {
  const strips = model.boards.flatMap((board) =>
    board.connectors.map((connector) =>
      strip(
        model,
        points,
        `${board.id}.${connector.id}`,
        connector.name ?? `${board.name}, ${connector.id}`,
        connector.pins.map((pin) => ({ id: pin.id, signal: pin.signal ?? '' })),
      ),
    ),
  );
  const touched = model.devices.filter((device) =>
    [points.from, points.to].some((point) => point?.split('.')[0] === device.id),
  );
  const devices = touched.map((device) =>
    strip(
      model,
      points,
      device.id,
      `${device.name ?? device.kind} ${device.id}`,
      terminalsOf(device).map((id) => ({ id, signal: '' })),
    ),
  );
  return [...devices, ...strips];
}

function strip(
  model: UnitModelDocument,
  points: Points,
  id: string,
  title: string,
  pins: readonly { readonly id: string; readonly signal: string }[],
): StripView {
  const views = pins.map((pin): PinView => {
    const address = `${id}.${pin.id}`;
    const probe = probeOn(address, points);
    return {
      address,
      label: pin.id,
      signal: pin.signal,
      wireColour: wireAt(model, address)?.colour ?? '',
      ...(probe ? { probe } : {}),
    };
  });
  return {
    id,
    title: title.charAt(0).toUpperCase() + title.slice(1),
    pins: views,
    isLit: views.some((view) => view.probe !== undefined),
  };
}

function probeOn(address: string, { from, to }: Points): Probe | undefined {
  if (from?.split('@')[0] === address) return 'A';
  return to?.split('@')[0] === address ? 'B' : undefined;
}

export interface ProbeView {
  readonly probe: Probe;
  readonly label: string;
  readonly wireColour: string;
}

/** Where the two probes go, in words. */
export function probeViews(model: UnitModelDocument, { from, to }: Points): readonly ProbeView[] {
  const view = (probe: Probe, address: string | undefined): ProbeView[] =>
    address ? [{ probe, label: terminalLabel(model, address), wireColour: wireAt(model, address)?.colour ?? '' }] : [];
  return [...view('A', from), ...view('B', to)];
}

/** Ground of a drawn wire; the name always stands beside it. Two-coloured insulation shows both. */
export function wirePaint(colour: string): string {
  const [first = '', second] = colour.split('-').map((name) => WIRE_PAINTS[name] ?? '#9a9a9a');
  if (colour === '') return 'transparent';
  return second ? `linear-gradient(90deg, ${first} 50%, ${second} 50%)` : first;
}

/** Insulation colours after IEC 60757, mixed for both themes. */
const WIRE_PAINTS: Readonly<Record<string, string>> = {
  black: '#2b2b2b',
  brown: '#8a5a2b',
  red: '#c23a2b',
  orange: '#d98a26',
  yellow: '#d8c02a',
  green: '#3f8f4f',
  blue: '#3f6fc0',
  violet: '#7b49a8',
  grey: '#8d9693',
  white: '#e6e4da',
  pink: '#d88aa0',
  turquoise: '#3fa6a6',
};
