import { elementName, isKnownElement } from '../../unit-model';
import { TOUCHES_NO_SUPPLY, type EventKind } from '../record';
import { fittedPart } from '../safety';
import { dotted } from './words';

export interface PartFitted {
  readonly type: 'part-fitted';
  /** Element of the unit model, or words. */
  readonly part: string;
  readonly number?: string;
  readonly serial?: string;
  readonly state?: 'new' | 'used' | 'unknown';
  readonly why?: string;
  /** Id of the `work-planned` it carries out. */
  readonly work?: string;
  /** Minutes it took. */
  readonly minutes?: number;
  /** What stood in the way: a stripped screw, no access. */
  readonly snag?: string;
}

export const partFitted: EventKind<PartFitted> = {
  ...TOUCHES_NO_SUPPLY,
  apply: (context, state, event) => fittedPart(context, state, event.part, event.id),
  words({ model }, _state, { event }) {
    const part = isKnownElement(model, event.part) ? elementName(model, event.part) : event.part;
    const number = event.number === undefined ? '' : ` ${event.number}`;
    return { kind: 'energy', title: `Fitted: ${part}${number}`, detail: dotted(event.state, event.why) };
  },
};
