import { elementName } from '../../unit-model';
import { TOUCHES_NOTHING, type EventKind } from '../record';

/** Whether this unit has an optional device. */
export interface OptionNoted {
  readonly type: 'option-noted';
  /** The optional device. */
  readonly option: string;
  readonly present: boolean;
}

export const optionNoted: EventKind<OptionNoted> = {
  ...TOUCHES_NOTHING,
  apply: (_context, state, event) => ({ ...state, options: { ...state.options, [event.option]: event.present } }),
  words: ({ model }, _state, { event }) => ({
    kind: 'look',
    title: `${elementName(model, event.option)}: ${event.present ? 'is there' : 'not on this unit'}`,
  }),
};
