import { inBase } from '../quantity';
import { deviceOhms, elementName, terminalOf, type DeviceOhms } from '../unit-model';
import { standingOf, type EventOf, type VisitContext, type VisitState } from '../visit';

/** What was read of the loads at a board, beside any chart. */
export interface ClearanceByHand {
  /** Every load was read, and none of them is shorted. */
  readonly isWhole: boolean;
  /** Nobody has read them, or they were not seen: "rack motor M1, 1 to 2, rated 1.4 Ω". */
  readonly unread: readonly string[];
  readonly shorted: readonly string[];
}

/** Ohms of leads nobody has zeroed, at most; common practice, no source. */
const LEADS_UNKNOWN = 1;

/**
 * Ohms across each load that is wired to a board, by free readings and steps alike: what hangs beside a load only lowers
 * them, so that no short hides. What the leads may be is no load: where that decides, it is not read. A load that reads
 * open was not seen. A board with no load of its own is never whole by hand.
 */
export function clearanceByHand(context: VisitContext, state: VisitState, board: string): ClearanceByHand {
  const leads = state.leadZero ?? LEADS_UNKNOWN;
  const read = loadsAt(context, board).map((load) => ({ load, found: foundAt(context, state, load, leads) }));
  const named = (which: Found): readonly string[] =>
    read.filter(({ found }) => found === which).map(({ load }) => loadWords(context, load));
  const [unread, shorted] = [named('unread'), named('shorted')];
  return { isWhole: read.length > 0 && unread.length + shorted.length === 0, unread, shorted };
}

type Found = 'sound' | 'shorted' | 'unread';

function foundAt(context: VisitContext, state: VisitState, load: DeviceOhms, leads: number): Found {
  const ohms = lastOhms(context, state, load);
  if (ohms === undefined) return 'unread';
  if (ohms < load.lowest) return 'shorted';
  return ohms - leads < load.lowest ? 'unread' : 'sound';
}

function loadsAt({ model, wiring }: VisitContext, board: string): readonly DeviceOhms[] {
  const connectors = model.boards.find(({ id }) => id === board)?.connectors ?? [];
  const pins = connectors.flatMap(({ id, pins: all }) => all.map((pin) => `${board}.${id}.${pin.id}`));
  const isAtBoard = (end: string): boolean => pins.some((pin) => wiring.byWire.joined(pin, end));
  // What feeds the board is no load of it.
  const sources = new Set(model.supplies.map(({ from }) => from));
  return deviceOhms(model).filter(({ device, from, to }) => !sources.has(device) && (isAtBoard(from) || isAtBoard(to)));
}

/** Of the last reading across it that counts; undefined where there is none, or it read open. */
function lastOhms({ wiring }: VisitContext, state: VisitState, load: DeviceOhms): number | undefined {
  const meets = (probe: string, end: string): boolean => {
    const terminal = terminalOf(probe);
    return terminal === end || wiring.byWire.joined(terminal, end);
  };
  const across = standingOf(state, 'reading-taken').findLast(
    ({ function: measured, from, to, judgement }) =>
      measured === 'resistance' &&
      judgement.verdict !== 'invalid' &&
      ((meets(from, load.from) && meets(to, load.to)) || (meets(from, load.to) && meets(to, load.from))),
  );
  return across && ohmsOf(across);
}

function ohmsOf({ reading }: EventOf<'reading-taken'>): number | undefined {
  return reading?.kind === 'value' ? inBase(reading.quantity) : undefined;
}

function loadWords({ model }: VisitContext, { device, from, to, rated }: DeviceOhms): string {
  const end = (terminal: string): string => terminal.slice(terminal.indexOf('.') + 1);
  return `${elementName(model, device)}, ${end(from)} to ${end(to)}${rated === undefined ? '' : `, rated ${rated}`}`;
}
