import { alterationsOf } from '../safety';
import { TOUCHES_NOTHING, type EventKind } from '../record';

export interface VisitClosed {
  readonly type: 'visit-closed';
  /** Why something at the machine stays altered: a plug out, a lead off, a cover off. */
  readonly leaves?: string;
  /** What stood altered when it was closed, in words. */
  readonly altered?: readonly string[];
}

export const visitClosed: EventKind<VisitClosed> = {
  ...TOUCHES_NOTHING,
  undo: 'never',
  apply: (context, state) =>
    // Closed on one tablet while another put a jumper in: it stays open until hands have taken that out.
    alterationsOf(context, state).some(({ isBlocking }) => isBlocking) ? state : { ...state, closed: true },
  words: (_context, _state, { event: { leaves = '', altered = [] } }) => ({
    kind: 'mark',
    title: 'Visit closed',
    detail: leaves === '' ? '' : [`Left so, ${leaves}`, altered.join('; ')].filter((each) => each !== '').join(': '),
  }),
};
