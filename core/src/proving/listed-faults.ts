import { faultModesOf, type InjectedFault } from '../circuit';
import {
  itemOf,
  terminalsOf,
  type DeviceDocument,
  type SuspectClass,
  type UnitModelDocument,
  type WireDocument,
} from '../unit-model';

/** A fault a machine can have, with what is renewed for it and the class of it. */
export interface ListedFault extends InjectedFault {
  readonly item: string;
  readonly class: SuspectClass;
}

/**
 * Every single fault the circuit of a machine can have, in the order of its list: all modes of all wires, devices, board
 * functions, calls and supplies. What the author says of a fault (`faults`) goes before what its kind says.
 */
export function listedFaults(model: UnitModelDocument): readonly ListedFault[] {
  const elements = [
    ...model.wires.map(({ id }) => id),
    ...model.devices.map(({ id }) => id),
    ...model.boards.flatMap(({ id, functions = [] }) => functions.map((each) => `${id}:${each.id}`)),
    ...(model.calls ?? []).map(({ id }) => id),
    ...model.supplies.map(({ id }) => id),
  ];
  return elements.flatMap((of) =>
    (faultModesOf(model, of) ?? []).flatMap((mode) =>
      placesOf(model, of, mode).map((at) => ({
        of,
        mode,
        ...(at === undefined ? {} : { at }),
        item: itemFor(model, of, mode),
        class: classFor(model, of, mode),
      })),
    ),
  );
}

/** A short needs the other wire: each that runs in the same cable, a pair once. Anything else has no place. */
function placesOf({ wires }: UnitModelDocument, of: string, mode: string): readonly (string | undefined)[] {
  if (mode !== 'short') return [undefined];
  const place = wires.findIndex(({ id }) => id === of);
  const cable = wires[place]?.cable;
  return wires.slice(place + 1).flatMap((other) => (cable !== undefined && other.cable === cable ? [other.id] : []));
}

/** What is renewed: the cable of a wire that has one, the board of a function, whatever makes a call. */
function itemFor(model: UnitModelDocument, of: string, mode: string): string {
  const said = model.faults?.find((each) => each.of === of && each.mode === mode)?.item;
  return said ?? itemRenewed(model, of);
}

/** What is renewed for a fault of an element: a wire in a cable is one with its cable, a call is one with its controller. */
export function itemRenewed(model: UnitModelDocument, reference: string): string {
  const item = itemOf(model, reference);
  const wire = model.wires.find(({ id }) => id === item);
  if (wire) return wire.cable ?? wire.id;
  const call = model.calls?.find(({ id }) => id === item);
  if (call) return controllerOf(model, call.joins) ?? call.id;
  return model.devices.find(({ id }) => id === item)?.partOf ?? item;
}

/** The controller whose contact a call is, where one is drawn. */
function controllerOf({ devices, wires }: UnitModelDocument, joins: readonly string[]): string | undefined {
  const controllers = devices.filter(({ kind }) => kind === 'room-control');
  const wired = controllers.filter((device) => {
    const own = new Set(terminalsOf(device).map((terminal) => `${device.id}.${terminal}`));
    return wires.some(
      ({ from, to }: WireDocument) => (own.has(from) && joins.includes(to)) || (own.has(to) && joins.includes(from)),
    );
  });
  const [only, ...others] = wired.length > 0 ? wired : controllers;
  return others.length === 0 ? only?.id : undefined;
}

function classFor(model: UnitModelDocument, of: string, mode: string): SuspectClass {
  if (model.wires.some(({ id }) => id === of)) return 'wiring';
  if (of.includes(':')) return 'board';
  if ((model.calls ?? []).some(({ id }) => id === of)) return 'control';
  const device = model.devices.find(({ id }) => id === of);
  if (mode === 'will-not-close') return 'mechanical';
  // Where a fuse is shorted to earth, its holder is.
  if (device?.kind === 'fuse' && EARTHED.has(mode)) return 'wiring';
  return device ? classOf(device) : 'supply';
}

const EARTHED: ReadonlySet<string> = new Set(['earth-leak', 'short-to-earth']);

/** Class of a device that does not say its own, by its kind. */
const CLASSES: Readonly<Record<string, SuspectClass>> = {
  isolator: 'supply',
  transformer: 'supply',
  fuse: 'supply',
  battery: 'supply',
  bus: 'wiring',
  switch: 'sensor',
  rtd: 'sensor',
  ntc: 'sensor',
  'room-control': 'control',
  'momentary-key': 'control',
  selector: 'control',
  relay: 'control',
};

function classOf({ class: said, kind }: DeviceDocument): SuspectClass {
  return said ?? CLASSES[kind] ?? 'load';
}
