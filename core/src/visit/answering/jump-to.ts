import type { EventBody, VisitContext, VisitState } from '../record';
import { firstBefore } from '../walking';

type Jump = Extract<EventBody, { readonly type: 'step-jumped' }>;

/**
 * Going to another step of the chart. A look that keeps somebody safe is not gone past: where one lies on the way and was
 * not made, it comes first, and the reason says where one was going.
 */
export function jumpTo(context: VisitContext, state: VisitState, to: string, reason?: string): Jump {
  const first = firstBefore(context, state, to);
  if (first !== to) return { type: 'step-jumped', to: first, reason: `it comes before ${to.replaceAll('-', ' ')}` };
  return { type: 'step-jumped', to, ...(reason === undefined ? {} : { reason }) };
}
