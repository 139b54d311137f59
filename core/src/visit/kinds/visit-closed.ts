import { alterationsOf } from '../safety';
import { heldInterlocks, openBypasses, TOUCHES_NOTHING, type EventKind } from '../record';

export interface VisitClosed {
  readonly type: 'visit-closed';
  /** Why something at the machine stays altered: a plug out, a lead off, a cover off. */
  readonly leaves?: string;
}

export const visitClosed: EventKind<VisitClosed> = {
  ...TOUCHES_NOTHING,
  undo: 'never',
  apply: (_context, state) =>
    // Closed on one tablet while another put a jumper in: it stays open until hands have taken that out.
    openBypasses(state).length > 0 || heldInterlocks(state).length > 0 ? state : { ...state, closed: true },
  words: (context, state, { event: { leaves = '' } }) => ({
    kind: 'mark',
    title: 'Visit closed',
    detail:
      leaves === ''
        ? ''
        : `Left so, ${leaves}: ${alterationsOf(context, state)
            .map(({ words }) => words)
            .join('; ')}`,
  }),
};
