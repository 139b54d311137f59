import type { EventKind } from '../record';
import { bypassPlaced, bypassRemoved, changedConditions, fittedPart, placedByStep, suppliesOfStep } from '../safety';
import { moved, stepOf, withOutcome } from '../walking';
import { startsWords } from './words';

export interface ActionDone {
  readonly type: 'action-done';
  readonly step: string;
  readonly next: string;
}

export const actionDone: EventKind<ActionDone> = {
  apply(context, state, event) {
    const step = stepOf(context, state, event.step);
    let after = withOutcome(state, event.step, 'done', { id: event.id });
    if (step?.kind === 'action') {
      for (const change of [...(step.recipe ?? []).map((each) => each.sets), step.sets]) {
        after = { ...after, ...changedConditions(after, change, event) };
        for (const [bypass, place] of Object.entries(change?.bypasses ?? {})) {
          if (place === 'out') after = bypassRemoved(after, bypass, event.at);
        }
      }
      const placed = placedByStep(step);
      if (placed) after = bypassPlaced(after, event, placed);
      if (step.fits !== undefined) after = fittedPart(context, after, step.fits, event.id);
    }
    return moved(context, after, event.next);
  },
  supplies: (_context, _state, { step }) => suppliesOfStep(step),
  leaves(_context, state, { event, step }) {
    const placed = placedByStep(step);
    return placed ? bypassPlaced(state, event, placed, true) : state;
  },
  words(_context, _state, { event, step }) {
    if (step?.kind !== 'action') return { kind: 'look', title: step?.text ?? event.type };
    const { sets, bypass, mayStart = [] } = step;
    const changes = sets?.supplies ?? sets?.calls ?? bypass ?? sets?.connectors ?? sets?.bypasses;
    return { kind: changes ? 'energy' : 'look', title: step.text, detail: startsWords(mayStart) };
  },
};
