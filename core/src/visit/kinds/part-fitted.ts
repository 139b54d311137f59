import { TOUCHES_NO_SUPPLY, type EventKind } from '../record';
import { fittedPart } from '../safety';
import type { PartProvenance } from './part-offered';
import { dotted, partName } from './words';

export interface PartFitted {
  readonly type: 'part-fitted';
  /** Element of the unit model, or words. */
  readonly part: string;
  readonly number?: string;
  readonly serial?: string;
  readonly state?: PartProvenance;
  readonly why?: string;
  /** Id of the `part-offered` it is. */
  readonly offer?: string;
  /** Whether the part that came out was opened to see why it failed, and what was seen. */
  readonly opened?: string;
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
    const number = event.number === undefined ? '' : ` ${event.number}`;
    return {
      kind: 'energy',
      title: `Fitted: ${partName(model, event.part)}${number}`,
      detail: dotted(event.state, event.why, event.opened === undefined ? '' : `the old one opened: ${event.opened}`),
    };
  },
};
