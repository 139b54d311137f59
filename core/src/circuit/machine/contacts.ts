import { parseExpression, truth, type World } from '../../expression';
import { SERIES_KINDS, type BoardFunctionDocument, type DeviceDocument } from '../../unit-model';
import { isCallWhole } from './call-path';
import type { MachineState } from './machine-state';
import type { Situation } from './situation';

/** What conducts while it is closed. */
export interface Contact {
  /** The device, or `board:function`, it is of. */
  readonly element: string;
  readonly from: string;
  readonly to: string;
  /** The resting side of a change-over: closed while it does not operate. */
  readonly isRest?: true;
  /** Closed, open, or nobody can tell. */
  readonly state: boolean | undefined;
  /** Why nobody can tell. */
  readonly because?: string;
}

/** Every contact of the machine as it stands. */
export function contactsOf(situation: Situation, state: MachineState): readonly Contact[] {
  const { model } = situation;
  const devices = deviceContacts(situation, state);
  const calls = (model.calls ?? []).flatMap(({ id }): readonly Contact[] => {
    const [from, to] = situation.callEnds(id);
    const said = situation.conditions.calls?.[id];
    if (from === undefined || to === undefined) return [];
    return [{ element: id, from, to, ...known(said === undefined ? undefined : said === 'on', `call "${id}" is on`) }];
  });
  const boards = model.boards.flatMap((board) =>
    (board.functions ?? []).flatMap((each) => ofFunction(situation, state, board.id, each)),
  );
  return [...devices, ...[...calls, ...boards].map((contact) => faulted(situation, contact))];
}

/** Every contact of a device, and how it stands. */
export function deviceContacts(situation: Situation, state: MachineState, depth = 0): readonly Contact[] {
  return situation.model.devices
    .flatMap((device) => ofDevice(situation, state, device, depth))
    .map((contact) => faulted(situation, contact));
}

/** A contact that is welded or does not close stays so, whatever works it. */
function faulted({ faults }: Situation, contact: Contact): Contact {
  const fault = faults.find(
    ({ of, mode }) => of === contact.element && (STUCK_OPEN.has(mode) || STUCK_CLOSED.has(mode)),
  );
  if (!fault) return contact;
  const { because: _settled, ...stuck } = contact;
  // A change-over that is stuck rests on one of its sides, never on both.
  return { ...stuck, state: STUCK_CLOSED.has(fault.mode) !== (contact.isRest ?? false) };
}

const STUCK_OPEN: ReadonlySet<string> = new Set(['stuck-open', 'will-not-close']);
const STUCK_CLOSED: ReadonlySet<string> = new Set(['stuck-closed', 'welded']);

function ofDevice(
  situation: Situation,
  state: MachineState,
  device: DeviceDocument,
  depth: number,
): readonly Contact[] {
  const { id, kind } = device;
  const between = (a: string, b: string, closed: boolean | undefined, what: string): Contact => ({
    element: id,
    from: `${id}.${a}`,
    to: `${id}.${b}`,
    ...known(closed, what),
  });
  const contacts = (device.contacts ?? []).flatMap(([a, b]): readonly Contact[] =>
    a === undefined || b === undefined
      ? []
      : [
          between(
            a,
            b,
            device.coil ? (state.pulledIn.get(id) ?? false) : isClosed(situation, state, device, depth),
            id,
          ),
        ],
  );
  if (kind === 'isolator') {
    const isOn = situation.isIsolatorOn(id);
    return [between('1', '2', isOn, `${id} is on`), between('3', '4', isOn, `${id} is on`)];
  }
  if (kind === 'delay-module' || kind === 'fuse') return contacts;
  return SERIES_KINDS.has(kind)
    ? [between('1', '2', isClosed(situation, state, device, depth), `${id} is closed`), ...contacts]
    : contacts;
}

function isClosed(
  situation: Situation,
  state: MachineState,
  { id, kind, closedWhen }: DeviceDocument,
  depth: number,
): boolean | undefined {
  const { conditions } = situation;
  if (conditions.parts?.[id] === 'out-of-service') return kind === 'switch' ? undefined : false;
  if (conditions.interlocks?.[id] === 'held') return true;
  if (kind === 'momentary-key') return conditions.press?.[id] === 'pressed';
  return closedWhen === undefined ? true : isSo(closedWhen, worldOf(situation, state, undefined, depth + 1));
}

function ofFunction(
  situation: Situation,
  state: MachineState,
  board: string,
  { id, kind, contacts = [], between: [first, second] = [], when }: BoardFunctionDocument,
): readonly Contact[] {
  const element = `${board}:${id}`;
  const isSwitched = kind === 'relay' || kind === 'triac';
  if (!isSwitched) return [];
  const operated = operates(situation, state, board, element, when);
  const what = `${element} operates`;
  if (kind === 'triac' && first !== undefined && second !== undefined)
    return [{ element, from: first, to: second, ...known(operated, what) }];
  return contacts.flatMap(({ common, operated: make, rest }) => [
    ...(make === undefined ? [] : [{ element, from: common, to: make, ...known(operated, what) }]),
    ...(rest === undefined
      ? []
      : [
          {
            element,
            from: common,
            to: rest,
            isRest: true as const,
            ...known(operated === undefined ? undefined : !operated, what),
          },
        ]),
  ]);
}

/** A board without its supply operates nothing; one that goes through a sequence may or may not at any moment of it. */
function operates(
  situation: Situation,
  state: MachineState,
  board: string,
  element: string,
  when: string | undefined,
  depth = 0,
): boolean | undefined {
  const said = situation.outputs.get(element);
  if (!lives(situation, state, board)) return false;
  if (said !== undefined) return said;
  if (when !== undefined) return isSo(when, worldOf(situation, state, board, depth + 1));
  const calls = Object.values(situation.conditions.calls ?? {});
  const isQuiet = (situation.model.calls ?? []).every(({ id }) => situation.conditions.calls?.[id] === 'off');
  return calls.length > 0 && isQuiet ? false : undefined;
}

/** A board lives by all the supplies it has; one without any needs none. */
function lives({ model }: Situation, { powered }: MachineState, board: string): boolean {
  const supplies = (model.boards.find(({ id }) => id === board)?.functions ?? []).filter(
    ({ kind }) => kind === 'supply',
  );
  return supplies.every(({ id }) => powered.get(`${board}:${id}`) === true);
}

/** Whether whatever makes a call makes it; a contact of it that is stuck decides. */
function isCallMade(situation: Situation, call: string): boolean | undefined {
  const modes = situation.faultsOf(call).map(({ mode }) => mode);
  if (modes.some((mode) => STUCK_CLOSED.has(mode))) return true;
  if (modes.some((mode) => STUCK_OPEN.has(mode))) return false;
  const said = situation.conditions.calls?.[call];
  return said === undefined ? undefined : said === 'on';
}

function known(state: boolean | undefined, what: string): Pick<Contact, 'state' | 'because'> {
  return state === undefined ? { state, because: `Nobody said whether ${what}.` } : { state };
}

export function isSo(text: string, world: World): boolean | undefined {
  const parsed = parseExpression(text);
  return parsed.outcome === 'error' ? undefined : truth(parsed.expression, world);
}

/** What hangs on something that hangs on itself is known to nobody. */
const DEEPEST = 6;

/** What expressions ask, as the machine stands; a call as the board sees it where it has an input for it. */
export function worldOf(situation: Situation, state: MachineState, board?: string, depth = 0): World {
  const { conditions, model } = situation;
  const isTooDeep = depth > DEEPEST;
  return {
    isSo(name) {
      if (isTooDeep) return undefined;
      const call = /^call\.(.+)$/.exec(name)?.[1];
      if (call !== undefined) {
        const seen = board === undefined ? undefined : situation.inputFor(board, call);
        if (seen !== undefined) return state.inputs.get(seen) ?? false;
        const isMade = isCallMade(situation, call);
        return isMade === true && board !== undefined
          ? isCallWhole(situation, call, deviceContacts(situation, state, depth + 1))
          : isMade;
      }
      return (
        conditions.facts?.[name] ??
        state.effects.get(name) ??
        model.facts?.[name] ??
        isDoing(situation, state, name, depth)
      );
    },
    call(name, of) {
      if (isTooDeep) return undefined;
      if (name === 'energised') return state.energised.get(of) ?? false;
      return name === 'closed' ? isDeviceClosed(situation, state, of, depth) : isLit(situation, state, of, depth);
    },
    positionOf: (name) => conditions.positions?.[name],
  };
}

/** Whether the contacts of a device are closed; undefined where it has none or nobody can tell. */
function isDeviceClosed(situation: Situation, state: MachineState, device: string, depth: number): boolean | undefined {
  const found = situation.model.devices
    .filter(({ id }) => id === device)
    .flatMap((each) => ofDevice(situation, state, each, depth + 1))
    .map((contact) => faulted(situation, contact))
    .filter(({ isRest }) => isRest !== true);
  if (found.length === 0 || found.some((contact) => contact.state === undefined)) return undefined;
  return found.every((contact) => contact.state === true);
}

/** Whether a lamp of a board, as `board.lamp`, is lit: the board lives, and it shows what is so. */
function isLit(situation: Situation, state: MachineState, lamp: string, depth: number): boolean | undefined {
  const [board = '', id] = lamp.split('.');
  const shows = situation.model.boards
    .find((each) => each.id === board)
    ?.indicators?.find((indicator) => indicator.id === id)?.shows;
  if (shows === undefined || shows === 'code') return undefined;
  return lives(situation, state, board) ? isSo(shows, worldOf(situation, state, board, depth + 1)) : false;
}

/** What a function of a board does, by its name, or a rail of one, as `function.rail`: it operates, lives or sees. */
function isDoing(situation: Situation, state: MachineState, name: string, depth: number): boolean | undefined {
  const [of, rail] = name.split('.');
  for (const board of situation.model.boards)
    for (const { id, kind, rails = [], when } of board.functions ?? []) {
      if (id !== of || (rail !== undefined && !rails.some((each) => each.id === rail))) continue;
      const element = `${board.id}:${id}`;
      if (kind === 'supply') return state.powered.get(element) ?? false;
      if (kind === 'input') return state.inputs.get(element) ?? false;
      return kind === 'relay' || kind === 'triac'
        ? operates(situation, state, board.id, element, when, depth)
        : undefined;
    }
  return undefined;
}
