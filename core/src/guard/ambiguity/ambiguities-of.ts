import { FUNCTIONS } from '../../quantity';
import { ownerOf, terminalLabel, terminalOf } from '../../unit-model';
import { measuredOutcome, type VisitContext, type VisitState } from '../../visit';
import type { Guard } from '../guard';
import { chainAmbiguities } from './chain-ambiguities';
import { ReadingView, type Reading } from './reading-view';
import { referenceAmbiguities } from './reference-ambiguities';

/**
 * What a reading leaves open between two meanings, each by its name and with the reading that settles it. One that is
 * settled already is not named.
 */
export function ambiguitiesOf(context: VisitContext, state: VisitState, reading: Reading): readonly Guard[] {
  if (reading.proof || reading.judgement.verdict === 'invalid') return [];
  const view = new ReadingView(context, state, reading);
  const { readsVolts } = FUNCTIONS[reading.function];
  return [...(readsVolts ? [...chainAmbiguities(view), ...referenceAmbiguities(view)] : []), ...closedNotSeen(view)];
}

/** A switch closed at its own terminals, and nobody looked from where the board does. */
function closedNotSeen(view: ReadingView): readonly Guard[] {
  const { reading, model } = view;
  const { from, to } = reading;
  const device = model.devices.find(({ id }) => ownerOf(from) === id && ownerOf(to) === id);
  if (!device || (device.kind !== 'switch' && device.kind !== 'interlock')) return [];
  const isClosed =
    FUNCTIONS[reading.function].dimension === 'resistance'
      ? measuredOutcome(reading).verdict === 'within'
      : view.shows() === 'dead' && measuredOutcome(reading).verdict === 'within';
  if (!isClosed) return [];
  const pins = model.boards.flatMap(({ id, connectors }) =>
    connectors.flatMap((each) => each.pins.map((pin) => `${id}.${each.id}.${pin.id}`)),
  );
  // The pin its own wire lands on, before any other of the same node.
  const atBoard = (terminal: string): string | undefined =>
    pins.find((pin) => model.wires.some(({ from: a, to: b }) => [a, b].includes(pin) && [a, b].includes(terminal))) ??
    pins.find((pin) => view.nets.joined(pin, terminal));
  const [a, b] = [atBoard(from), atBoard(to)];
  if (a === undefined || b === undefined) return [];
  const isRead = view.state.trail.some(
    ({ event, standing }) =>
      event.type === 'reading-taken' &&
      standing !== 'retracted' &&
      event.id !== reading.id &&
      [event.from, event.to].every((point) => [a, b].includes(terminalOf(point))),
  );
  if (isRead) return [];
  return [
    view.guard('closed-not-seen', {
      function: reading.function,
      from: a,
      to: b,
      expects: FUNCTIONS[reading.function].dimension === 'resistance' ? 'closed' : `closed ${view.nominal()} V`,
      words: `${terminalLabel(model, a)} to ${terminalLabel(model, b)}, at the board`,
    }),
  ];
}
