import { TOUCHES_NOTHING, type EventKind } from '../record';

/** Which of several documents holds for this unit. */
export interface SourceChosen {
  readonly type: 'source-chosen';
  readonly question: string;
  readonly choice: string;
  readonly reason: string;
}

export const sourceChosen: EventKind<SourceChosen> = {
  ...TOUCHES_NOTHING,
  apply: (_context, state, event) => ({ ...state, choices: { ...state.choices, [event.question]: event.choice } }),
  words: (_context, _state, { event }) => ({
    kind: 'look',
    title: `Holds here: ${event.choice}`,
    detail: event.reason,
  }),
};
