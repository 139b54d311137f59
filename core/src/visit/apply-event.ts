import {
  isOverZeroBand,
  keyOfOutcome,
  methodOf,
  type Conditions,
  type MeasuredOutcome,
  type WalkableStep,
} from '../procedure';
import { measuredOutcome } from './measured-outcome';
import { provenDead } from './proof-of-dead';
import { changedConditions, madeUnknown, proofsRevoked, PROOF_LASTS_SECONDS, suppliesTouched } from './safety';
import { bypassPlaced, bypassRemoved, changed, moved, notedCondition, placedBy, withOutcome } from './state-changes';
import { settle, stepOf } from './steps';
import type { EventOf, VisitEvent } from './visit-event';
import { heldInterlocks, openBypasses, type VisitContext, type VisitState } from './visit-state';

/** The state after one event that stands: what each kind of event changes, and nothing else. */
export function applied(context: VisitContext, state: VisitState, event: VisitEvent): VisitState {
  switch (event.type) {
    case 'visit-opened':
      return { ...state, opened: event, meter: event.meter };
    case 'procedure-started':
      return startedProcedure(context, state, event);
    case 'action-done':
      return afterAction(context, state, event);
    case 'observation-made':
      return moved(context, withOutcome(state, event.step, event.answer, event.id), event.next);
    case 'reading-taken':
      return afterReading(context, state, event);
    case 'meter-proven':
      return afterMeterProven(context, state, event);
    case 'undecided-accepted':
      return moved(context, afterOutcome(context, state, event, { verdict: event.verdict }), event.next);
    case 'step-skipped':
      return moved(context, withOutcome(state, event.step, 'within', event.id, true), event.next);
    case 'step-jumped':
      return state.procedure === undefined ? state : moved(context, state, event.to);
    case 'supply-changed':
      return { ...state, ...changedConditions(state, { supplies: { [event.supply]: event.state } }, event) };
    case 'call-changed':
      return changed(state, { calls: { [event.call]: event.state } });
    case 'connector-changed':
      return changed(state, { connectors: { [event.connector]: event.state } });
    case 'bypass-placed':
      return bypassPlaced(state, event, event, false);
    case 'bypass-removed':
      return bypassRemoved(state, event.bypass, event.at);
    case 'leads-zeroed':
      return { ...state, leadZero: event.ohms, leadZeroAt: event.at };
    case 'meter-changed':
      return { ...state, meter: event.meter, leadZero: undefined, leadZeroAt: undefined };
    case 'condition-noted':
      return changed(state, notedCondition(event));
    case 'source-chosen':
      return { ...state, choices: { ...state.choices, [event.question]: event.choice } };
    case 'repair-done':
      return changed(state, { repaired: event.items });
    case 'finding-reached':
      return afterFinding(context, state, event);
    case 'retracted':
      return afterRetraction(context, state, event);
    case 'visit-resumed':
      return event.awaySeconds >= 0 && event.awaySeconds < PROOF_LASTS_SECONDS ? state : proofsRevoked(state);
    case 'handed-over':
      return proofsRevoked(state);
    case 'visit-closed':
      // Closed on one tablet while another put a jumper in: it stays open until hands have taken that out.
      return openBypasses(state).length > 0 || heldInterlocks(state).length > 0 ? state : { ...state, closed: true };
    case 'setting-read':
      return changed(state, { positions: { [event.setting]: event.value } });
    case 'option-noted':
      return { ...state, options: { ...state.options, [event.option]: event.present } };
    case 'part-fitted':
      return fittedPart(context, state, event.part, event.id);
    case 'part-waived':
      return event.next === undefined || !event.joint
        ? state
        : moved(context, afterOutcome(context, state, event, event.joint), event.next);
    case 'matrix-judged':
      return moved(context, withOutcome(state, event.step, event.pattern, event.id), event.next);
    case 'wire-colour-noted':
      return { ...state, wireColours: { ...state.wireColours, [event.wire]: event.colour } };
    case 'watch-started':
      return called(context, state, event.sequence, 'on');
    case 'call-ended':
      return called(context, state, watchedSequence(state, event.watch), 'off');
    case 'note-added':
    case 'intake-recorded':
    case 'complaint-ticked':
    case 'board-identified':
    case 'code-read':
    case 'code-dismissed':
    case 'codes-cleared':
    case 'sign-noted':
    case 'stage-marked':
    case 'watch-ended':
    case 'recipe-played':
    case 'follow-up-noted':
    case 'follow-up-done':
    case 'hazard-noted':
    case 'matrix-looked':
    case 'supply-judged':
    case 'monitor-started':
    case 'monitor-sampled':
    case 'monitor-marked':
    case 'monitor-ended':
      return state;
  }
}

/** A new board gets no power before what plugs into it is cleared. */
function fittedPart({ model }: VisitContext, state: VisitState, part: string, event: string): VisitState {
  const fitted = changed(state, { fitted: { [part]: event } });
  const isBoard = model.boards.some(({ id }) => id === part);
  return isBoard ? { ...fitted, clearances: { ...fitted.clearances, [part]: 'open' } } : fitted;
}

/** A watch makes the call of its sequence, and ends it. */
function called(
  context: VisitContext,
  state: VisitState,
  sequence: string | undefined,
  call: 'on' | 'off',
): VisitState {
  const id = context.model.sequences?.find((each) => each.id === sequence)?.call;
  return id === undefined ? state : changed(state, { calls: { [id]: call } });
}

function watchedSequence(state: VisitState, watch: string): string | undefined {
  const started = state.trail.find(({ event }) => event.id === watch)?.event;
  return started?.type === 'watch-started' ? started.sequence : undefined;
}

function startedProcedure(context: VisitContext, state: VisitState, event: EventOf<'procedure-started'>): VisitState {
  const procedure = context.procedures[event.procedure];
  const started: VisitState = { ...state, procedure: event.procedure, outcomes: {}, walks: {} };
  // What a chart assumes at its start is somebody's word: it may put a supply on, never calm one.
  const given = procedure?.given && onlyLivening(procedure.given);
  const told = { ...started, ...changedConditions(started, given, event) };
  return { ...told, step: settle(context, told, event.start) };
}

function onlyLivening(given: Conditions): Conditions {
  const live = Object.entries(given.supplies ?? {}).filter(([, supply]) => supply === 'on');
  return { ...given, supplies: Object.fromEntries(live) };
}

function afterAction(context: VisitContext, state: VisitState, event: EventOf<'action-done'>): VisitState {
  const step = stepOf(context, state, event.step);
  let after = withOutcome(state, event.step, 'done', event.id);
  if (step?.kind === 'action') {
    for (const change of [...(step.recipe ?? []).map((each) => each.sets), step.sets]) {
      after = { ...after, ...changedConditions(after, change, event) };
      for (const [bypass, place] of Object.entries(change?.bypasses ?? {})) {
        if (place === 'out') after = bypassRemoved(after, bypass, event.at);
      }
    }
    const placed = placedBy(context, state, event);
    if (placed) after = bypassPlaced(after, event, placed, false);
    if (step.fits !== undefined) after = fittedPart(context, after, step.fits, event.id);
  }
  return moved(context, after, event.next);
}

function afterReading(context: VisitContext, state: VisitState, event: EventOf<'reading-taken'>): VisitState {
  if (event.step === undefined || event.next === undefined) return state;
  return moved(
    context,
    afterOutcome(context, state, { ...event, step: event.step }, measuredOutcome(event)),
    event.next,
  );
}

function afterMeterProven(context: VisitContext, state: VisitState, event: EventOf<'meter-proven'>): VisitState {
  const proven = new Set(provenDead(context, state, event));
  if (event.step === undefined || event.next === undefined || proven.size === 0) return state;
  const dead = Object.fromEntries([...proven].map((id) => [id, 'proven-dead' as const]));
  const known = { ...state, ...changedConditions(state, { supplies: dead }, event, proven) };
  const step = stepOf(context, state, event.step);
  const sets = step?.kind === 'measurement' ? step.sets?.['within'] : undefined;
  const told = { ...known, ...changedConditions(known, sets, event, proven) };
  return moved(context, withOutcome(told, event.step, 'within', event.id), event.next);
}

/** A measurement's outcome with what the chart sets for it; an outcome alone never proves a supply dead. */
function afterOutcome(
  context: VisitContext,
  state: VisitState,
  event: VisitEvent & { readonly step: string },
  outcome: MeasuredOutcome,
): VisitState {
  const step = stepOf(context, state, event.step);
  const noted = cleared(step, withOutcome(state, event.step, outcome.pattern ?? outcome.verdict, event.id), outcome);
  if (step?.kind !== 'measurement' || !step.sets) return noted;
  const key = keyOfOutcome(step.sets, outcome, isOverZeroBand(methodOf(step)));
  return key === undefined ? noted : { ...noted, ...changedConditions(noted, step.sets[key], event) };
}

function cleared(step: WalkableStep | undefined, state: VisitState, { verdict }: MeasuredOutcome): VisitState {
  const board = step?.kind === 'measurement' ? step.measure.clearance : undefined;
  if (board === undefined) return state;
  return { ...state, clearances: { ...state.clearances, [board]: verdict === 'within' ? 'cleared' : 'shorted' } };
}

function afterFinding(context: VisitContext, state: VisitState, event: EventOf<'finding-reached'>): VisitState {
  const noted = { ...state, findings: [...state.findings, event] };
  if (event.step === undefined || event.next === undefined) return noted;
  const step = stepOf(context, state, event.step);
  const found = withOutcome(noted, event.step, 'done', event.id);
  // The ledger is settled by hands, not by a conclusion: its bypasses stay in until someone takes them out.
  const { bypasses: _bypasses, ...sets } = (step?.kind === 'conclusion' && step.sets) || {};
  return moved(context, { ...found, ...changedConditions(found, sets, event) }, event.next);
}

function afterRetraction(context: VisitContext, state: VisitState, event: EventOf<'retracted'>): VisitState {
  const target = state.trail.find((line) => line.event.id === event.event && line.standing === 'retracted');
  return target ? madeUnknown(state, suppliesTouched(context, state, target.event)) : state;
}
