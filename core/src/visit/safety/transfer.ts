import { stateOf, type Conditions } from '../../procedure';
import { elementName, isKnownElement, isLandingOf, terminalLabel, type UnitModelDocument } from '../../unit-model';
import type { EventOf, TrailLine, VisitContext, VisitState } from '../record';
import { changed } from '../walking';

type Begun = EventOf<'transfer-begun'>;
type Place = Begun['places'][number];
type Moved = Pick<EventOf<'wire-moved'>, 'transfer' | 'place' | 'state'>;

/** A place of a transfer list as it stands. */
export interface TransferredPlace {
  readonly place: Place;
  /** "X1·3, white". */
  readonly words: string;
  /** `before` where nobody has touched it yet. */
  readonly state: 'before' | 'off' | 'on';
  /** What was found at it: too short, damaged. */
  readonly notes: readonly string[];
  /** Others of the same colour: they are told apart by a mark alone. */
  readonly alike: readonly string[];
}

/** The wires of a part that comes out, as they stand. */
export interface Transfer {
  readonly begun: Begun;
  /** The part they belong to. */
  readonly name: string;
  readonly places: readonly TransferredPlace[];
  /** Every wire is on, and was held against the list since the last was moved. */
  readonly checked?: EventOf<'transfer-checked'>;
}

/** Every transfer list of the visit. One that was taken back stays as long as something on it was moved. */
export function transfersOf({ model }: VisitContext, state: VisitState): readonly Transfer[] {
  return state.trail.flatMap(({ event, standing }): readonly Transfer[] => {
    if (event.type !== 'transfer-begun') return [];
    const moves = movesOf(state, event.id);
    if (standing === 'retracted' && moves.length === 0) return [];
    const words = event.places.map((place) => placeWords(model, place));
    const places = event.places.map((place, index): TransferredPlace => ({
      place,
      words: words[index] ?? '',
      state: stateAt(model, state, place, moves.filter((each) => each.place === index).at(-1)),
      notes: moves.flatMap(({ place: at, note }) => (at === index && note !== undefined ? [note] : [])),
      alike: event.places.flatMap((other, at) => (at !== index && isAlike(place, other) ? [words[at] ?? ''] : [])),
    }));
    const checked = places.every((each) => each.state === 'on') ? lastCheck(model, state, event) : undefined;
    return [{ begun: event, name: partCalled(model, event.of), places, ...(checked ? { checked } : {}) }];
  });
}

/** What came off counts as off until hands have put it on again, also where that it came off was taken back. */
function movesOf({ trail }: VisitState, transfer: string): readonly EventOf<'wire-moved'>[] {
  return trail.flatMap(({ event, standing }) =>
    event.type === 'wire-moved' && event.transfer === transfer && (standing !== 'retracted' || event.state === 'off')
      ? [event]
      : [],
  );
}

/**
 * The wiring list knows better, where the place is on it: the same wire may have been put back by another tap. A wire that
 * is listed at both its ends is asked at each: one end that is on says nothing of the other.
 */
function stateAt(
  model: UnitModelDocument,
  state: VisitState,
  place: Place,
  last: Moved | undefined,
): TransferredPlace['state'] {
  if (isListedTwice(state, place))
    return last?.state ?? (stateOf(state.conditions, 'leads', place.wire ?? '') === place.at ? 'off' : 'before');
  const isOff = offBy(model, state.conditions, place);
  if (isOff === true) return 'off';
  if (!last) return 'before';
  return isOff === false ? 'on' : last.state;
}

function isListedTwice({ trail }: VisitState, { at, wire }: Place): boolean {
  return (
    wire !== undefined &&
    trail.some(
      ({ event }) =>
        event.type === 'transfer-begun' && event.places.some((other) => other.wire === wire && other.at !== at),
    )
  );
}

/** Whether conditions say that it is off; undefined where they know nothing of such a place. */
function offBy(model: UnitModelDocument, conditions: Conditions, place: Place): boolean | undefined {
  const { plug, wire } = knownAt(model, place);
  if (wire !== undefined) return stateOf(conditions, 'leads', wire) !== 'on';
  return plug === undefined ? undefined : stateOf(conditions, 'connectors', plug) !== 'in';
}

/** A check counts after the last move of any wire of the list, by whichever tap it was moved. */
function lastCheck(
  model: UnitModelDocument,
  state: VisitState,
  { id, places }: Begun,
): EventOf<'transfer-checked'> | undefined {
  const { trail } = state;
  const isMove = ({ event, conditions }: TrailLine, index: number): boolean =>
    (event.type === 'wire-moved' && event.transfer === id) ||
    places.some(
      (place) =>
        offBy(model, conditions, place) !== offBy(model, trail[index + 1]?.conditions ?? state.conditions, place),
    );
  const moved = trail.findLastIndex(isMove);
  const check = trail.findLast(
    ({ event, standing }) => event.type === 'transfer-checked' && event.transfer === id && standing !== 'retracted',
  );
  return check && trail.indexOf(check) > moved && check.event.type === 'transfer-checked' ? check.event : undefined;
}

/** One colour, as far as anybody said; wires nobody told the colour of are alike as well. */
function isAlike(one: Place, other: Place): boolean {
  return isWire(one) && isWire(other) && colourOf(one) === colourOf(other);
}

function isWire({ wire, colour }: Place): boolean {
  return wire !== undefined || colour !== undefined;
}

function colourOf({ colour = '' }: Place): string {
  return colour.trim().toLowerCase();
}

/** "X1·3, white, to FS1·1". */
export function placeWords(model: UnitModelDocument, { at, colour, to }: Place): string {
  return [terminalLabel(model, at), colour, to === undefined ? '' : `to ${terminalLabel(model, to)}`]
    .filter(Boolean)
    .join(', ');
}

/** A place of a list that was begun on this visit. */
export function transferPlace(state: VisitState, transfer: string, place: number): Place | undefined {
  const line = state.trail.find(({ event }) => event.type === 'transfer-begun' && event.id === transfer);
  return line?.event.type === 'transfer-begun' ? line.event.places[place] : undefined;
}

/** What is off is off for whatever is read afterwards: a wire of the wiring list as a lifted lead, a plug as one that is out. */
export function partMoved(
  { model }: VisitContext,
  state: VisitState,
  { transfer, place, state: now }: Moved,
): VisitState {
  const meant = transferPlace(state, transfer, place);
  const { plug, wire } = meant ? knownAt(model, meant) : {};
  if (wire !== undefined) {
    const off = now === 'off' ? meant?.at : endOff(state, wire, meant?.at);
    return changed(state, { leads: { [wire]: off ?? 'on' } });
  }
  return plug === undefined ? state : changed(state, { connectors: { [plug]: now === 'off' ? 'out' : 'in' } });
}

/** Another end of a wire that a list has off still. */
function endOff(state: VisitState, wire: string, at: string | undefined): string | undefined {
  const ends = state.trail.flatMap(({ event }) =>
    event.type === 'transfer-begun'
      ? event.places.flatMap((place, index) =>
          place.wire === wire &&
          place.at !== at &&
          movesOf(state, event.id)
            .filter((each) => each.place === index)
            .at(-1)?.state === 'off'
            ? [place.at]
            : [],
        )
      : [],
  );
  return ends.at(-1);
}

function knownAt(model: UnitModelDocument, { at, wire }: Place): { readonly wire?: string; readonly plug?: string } {
  const known = model.wires.find((each) => each.id === wire && isLandingOf(each, at));
  if (known) return { wire: known.id };
  const isPlug = model.boards.some(({ id, connectors }) =>
    connectors.some((connector) => connector.pluggable === true && `${id}.${connector.id}` === at),
  );
  return isPlug ? { plug: at } : {};
}

/** A wire that is off at a place no wiring list knows. */
export interface UnlistedOff {
  readonly words: string;
  readonly transfer: string;
  readonly place: number;
}

/** Told beside the lifted leads that the wiring list does know. */
export function unlistedOff(context: VisitContext, state: VisitState): readonly UnlistedOff[] {
  return transfersOf(context, state).flatMap(({ begun, places }) =>
    places.flatMap((each, place) => {
      const { wire, plug } = knownAt(context.model, each.place);
      return each.state === 'off' && wire === undefined && plug === undefined
        ? [{ words: each.words, transfer: begun.id, place }]
        : [];
    }),
  );
}

/**
 * The places of a part that comes out, from the wiring list: a plug as one unless its wires are moved one by one, every
 * wire that is screwed or pushed on by itself. Colours are those of this unit. Empty for a part that is not drawn.
 */
export function offeredPlaces(
  { model }: VisitContext,
  { wireColours }: VisitState,
  of: string,
  isWireByWire = false,
): readonly Place[] {
  const board = model.boards.find(({ id }) => id === of);
  const onBoard = (board?.connectors ?? []).flatMap(({ id, pluggable, pins }): readonly Place[] =>
    pluggable === true && !isWireByWire
      ? [{ at: `${of}.${id}` }]
      : pins.flatMap((pin) => wiresAt(model, wireColours, `${of}.${id}.${pin.id}`)),
  );
  if (board) return onBoard;
  const ends = new Set(model.wires.flatMap(({ from, to }) => [from, to]).filter((end) => end.startsWith(`${of}.`)));
  return [...ends].flatMap((end) => wiresAt(model, wireColours, end));
}

function wiresAt(
  model: UnitModelDocument,
  wireColours: Readonly<Record<string, string>>,
  at: string,
): readonly Place[] {
  return model.wires.flatMap(({ id, from, to, colour }): readonly Place[] => {
    if (from !== at && to !== at) return [];
    const seen = wireColours[id] ?? colour;
    return [{ at, wire: id, ...(seen === undefined ? {} : { colour: seen }), to: from === at ? to : from }];
  });
}

/** Why nothing gets power yet, in one sentence: a wire is off, or nobody held them against the list. */
export function transferRefusal(context: VisitContext, state: VisitState): string | undefined {
  for (const { name, places, checked } of transfersOf(context, state)) {
    const open = places.filter((each) => each.state !== 'on');
    // A list nobody has begun to work through stands against nothing: the old part is wired as it was.
    if (checked || places.every((each) => each.state === 'before')) continue;
    return open.length > 0
      ? `Wires of ${name} are not on yet: ${open.map(({ words }) => words).join('; ')}.`
      : `The wires of ${name} were not held against the list since the last one was moved.`;
  }
  return undefined;
}

function partCalled(model: UnitModelDocument, of: string): string {
  return isKnownElement(model, of) ? elementName(model, of) : of;
}
