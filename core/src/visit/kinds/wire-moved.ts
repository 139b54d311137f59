import { partMoved, placeWords, transferPlace } from '../safety';
import { TOUCHES_NO_SUPPLY, type EventKind } from '../record';

/** A wire of a transfer list comes off, or is on again. */
export interface WireMoved {
  readonly type: 'wire-moved';
  /** Id of the `transfer-begun`. */
  readonly transfer: string;
  /** Which of its places, from 0. */
  readonly place: number;
  readonly state: 'off' | 'on';
  /** What was found: too short, damaged, another colour. */
  readonly note?: string;
}

export const wireMoved: EventKind<WireMoved> = {
  ...TOUCHES_NO_SUPPLY,
  apply: partMoved,
  // What came off counts as off until hands have put it on again.
  leaves: (context, state, { event }) => (event.state === 'off' ? partMoved(context, state, event) : state),
  words({ model }, state, { event: { transfer, place, state: stands, note } }) {
    const meant = transferPlace(state, transfer, place);
    const where = meant ? placeWords(model, meant) : `place ${place + 1}`;
    return { kind: 'energy', title: `${stands === 'on' ? 'On again' : 'Off'}: ${where}`, detail: note ?? '' };
  },
};
