import { terminalLabel } from '../../unit-model';
import { TOUCHES_NOTHING, type EventKind } from '../record';

/** A wire has another colour here than in the unit model. */
export interface WireColourNoted {
  readonly type: 'wire-colour-noted';
  readonly wire: string;
  readonly colour: string;
}

export const wireColourNoted: EventKind<WireColourNoted> = {
  ...TOUCHES_NOTHING,
  apply: (_context, state, event) => ({ ...state, wireColours: { ...state.wireColours, [event.wire]: event.colour } }),
  words({ model }, _state, { event }) {
    const wire = model.wires.find(({ id }) => id === event.wire);
    const ends = wire ? `${terminalLabel(model, wire.from)} to ${terminalLabel(model, wire.to)}` : event.wire;
    return {
      kind: 'look',
      title: `Wire ${ends} is ${event.colour} here`,
      detail: `the drawing says ${wire?.colour ?? 'no colour'}`,
    };
  },
};
