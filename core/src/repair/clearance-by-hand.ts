import { MOST_LEAD_OHMS } from '../meter';
import { inBase } from '../quantity';
import { stateOf, type Conditions } from '../procedure';
import { deviceOhms, elementName, isDetached, plugOf, terminalOf, type DeviceOhms } from '../unit-model';
import type { EventOf, EventType, TrailLine, VisitContext, VisitState } from '../visit';

/** What was read of the loads at a board, beside any chart. */
export interface ClearanceByHand {
  /** Every load was read, and none of them is shorted. */
  readonly isWhole: boolean;
  /** Nobody has read them, or they were not seen: "rack motor M1, 1 to 2, rated 1.4 Ω". */
  readonly unread: readonly string[];
  readonly shorted: readonly string[];
}

/**
 * Ohms across each load that is wired to a board, by free readings and steps alike: what hangs beside a load only lowers
 * them, so that no short hides. What the leads may be is no load: where that decides, it is not read. A load that reads
 * open was not seen. A board with no load of its own is never whole by hand.
 */
export function clearanceByHand(context: VisitContext, state: VisitState, board: string): ClearanceByHand {
  const read = loadsAt(context, board).map((load) => ({ load, found: foundAt(context, state, load) }));
  const named = (which: Found): readonly string[] =>
    read.filter(({ found }) => found === which).map(({ load }) => loadWords(context, load));
  const hidden = named('hidden').map((words) => `${words}: zero the leads, and read it again`);
  const [unread, shorted] = [[...named('unread'), ...hidden], named('shorted')];
  return { isWhole: read.length > 0 && unread.length + shorted.length === 0, unread, shorted };
}

/** `hidden` where what was read may be the leads alone. */
type Found = 'sound' | 'shorted' | 'unread' | 'hidden';

function foundAt(context: VisitContext, state: VisitState, load: DeviceOhms): Found {
  const index = state.trail.findLastIndex((line) => isAcross(context, line, load));
  const event = state.trail[index]?.event;
  const ohms = event?.type === 'reading-taken' ? ohmsOf(event) : undefined;
  if (ohms === undefined) return 'unread';
  if (ohms < load.lowest) return 'shorted';
  return ohms - leadsAt(state, index) < load.lowest ? 'hidden' : 'sound';
}

/** What the leads were when it was read: another meter, or another day, has other leads. */
function leadsAt({ trail }: VisitState, index: number): number {
  const last = trail
    .slice(0, index)
    .findLast(({ event, standing }) => standing !== 'retracted' && CHANGES_LEADS.has(event.type))?.event;
  return last?.type === 'leads-zeroed' ? last.ohms : MOST_LEAD_OHMS;
}

const CHANGES_LEADS: ReadonlySet<EventType> = new Set<EventType>([
  'leads-zeroed',
  'meter-changed',
  'visit-paused',
  'visit-reopened',
]);

function loadsAt({ model, wiring }: VisitContext, board: string): readonly DeviceOhms[] {
  const connectors = model.boards.find(({ id }) => id === board)?.connectors ?? [];
  const pins = connectors.flatMap(({ id, pins: all }) => all.map((pin) => `${board}.${id}.${pin.id}`));
  const isAtBoard = (end: string): boolean => pins.some((pin) => wiring.byWire.joined(pin, end));
  // What feeds the board is no load of it.
  const sources = new Set(model.supplies.map(({ from }) => from));
  return deviceOhms(model).filter(({ device, from, to }) => !sources.has(device) && (isAtBoard(from) || isAtBoard(to)));
}

/** A reading that counts for it, whichever way the probes were held. */
function isAcross({ wiring }: VisitContext, { event, standing, conditions }: TrailLine, load: DeviceOhms): boolean {
  if (event.type !== 'reading-taken' || standing === 'retracted') return false;
  if (event.function !== 'resistance' || event.judgement.verdict === 'invalid') return false;
  const meets = (probe: string, end: string): boolean =>
    terminalOf(probe) === end || (isWholeWay(conditions, probe) && wiring.byWire.joined(terminalOf(probe), end));
  const { from, to } = event;
  return (meets(from, load.from) && meets(to, load.to)) || (meets(from, load.to) && meets(to, load.from));
}

/** On a board's own pin with its plug out it is the board that is read; with a lead off, nobody knows what. */
function isWholeWay(conditions: Conditions, probe: string): boolean {
  const plug = plugOf(probe);
  const isApart = plug !== undefined && !isDetached(probe) && stateOf(conditions, 'connectors', plug) === 'out';
  return !isApart && Object.values(conditions.leads ?? {}).every((lead) => lead === 'on');
}

function ohmsOf({ reading }: EventOf<'reading-taken'>): number | undefined {
  return reading?.kind === 'value' ? inBase(reading.quantity) : undefined;
}

function loadWords({ model }: VisitContext, { device, from, to, rated }: DeviceOhms): string {
  const end = (terminal: string): string => terminal.slice(terminal.indexOf('.') + 1);
  return `${elementName(model, device)}, ${end(from)} to ${end(to)}${rated === undefined ? '' : `, rated ${rated}`}`;
}
