import {
  isFreeUnitModel,
  isFreeVisit,
  openBypasses,
  pauseOf,
  replay,
  runningTemporaries,
  standingOf,
  stepOf,
  type EventOf,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';
import type { VisitDocument, VisitSummary } from './api';
import { visitContext } from './visit-context';

/** What a list of visits shows of one, folded from its log. */
export function visitSummary({ id, pinned, events }: Pick<VisitDocument, 'id' | 'pinned' | 'events'>): VisitSummary {
  const context = visitContext(pinned);
  const state = replay(context, events);
  const pause = pauseOf(state);
  const first = events[0];
  const last = events.at(-1);
  return {
    id,
    unit: pinned.unit.id,
    unitName: pinned.unit.name,
    siteName: pinned.site.name,
    complaint: state.opened?.complaint ?? '',
    openedAt: first?.at ?? '',
    ...(first?.by === undefined || first.by === '' ? {} : { openedBy: first.by }),
    lastAt: last?.at ?? '',
    ...(last?.zone === undefined ? {} : { zone: last.zone }),
    closed: state.closed,
    findings: state.findings.map((finding) => finding.text),
    openBypasses: openBypasses(state).length,
    waitsFor: pause ? pauseWords(pause) : waitsFor(context, state),
    ...(pause ? { pausedAt: pause.at } : {}),
    ...temporariesTold(state),
    events: events.length,
  };
}

/** What is left running on a repair that is not to last, and what was ended of such. */
function temporariesTold(state: VisitState): Pick<VisitSummary, 'temporaries' | 'ended'> {
  const temporaries = runningTemporaries(state).map(({ id, text, until }) => ({ id, text, until }));
  const ended = standingOf(state, 'temporary-ended').map(({ temporary }) => temporary);
  return { ...(temporaries.length === 0 ? {} : { temporaries }), ...(ended.length === 0 ? {} : { ended }) };
}

function pauseWords({ reason, until }: EventOf<'visit-paused'>): string {
  return until === undefined ? reason : `${reason}, until ${until}`;
}

function waitsFor(context: VisitContext, state: VisitState): string {
  if (state.closed) return 'Closed';
  if (state.closingUndone) return `To be closed again: ${state.closingUndone.join('; ')}`;
  const open = openBypasses(state);
  const step = stepOf(context, state, state.step);
  if (state.procedure === undefined && !state.closed && state.findings.length === 0 && open.length === 0)
    return isFreeUnitModel(context.model) ? 'The next reading' : 'A chart to begin with';
  const isAtRest = isFreeVisit(state) && step?.kind === 'action';
  if (step?.text !== undefined && !isAtRest) return step.text;
  if (open.length > 0) return 'A jumper is still in';
  return state.findings.length > 0 ? 'To be closed' : 'The next reading';
}
