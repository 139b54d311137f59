import { conditionEntries, stateOf, type SupplyState } from '../procedure';
import { sourcesOf } from '../unit-model';
import { alterationsOf, type Alteration, type BypassEntry, type VisitContext, type VisitState } from '../visit';
import type { CheckAnswer, CheckState, Demand } from './check';
import type { Intervention } from './interventions';

/** What the answers to a check come to. */
export interface Counted {
  readonly state: CheckState;
  readonly doubts: readonly string[];
  readonly answer?: CheckAnswer;
}

/**
 * What is left of the answers once they are held against the record. A pass counts after the last change at the machine
 * alone, with nothing bypassed and with power; a failure stands until something was changed that may have cured it,
 * whatever was seen to work since: it comes and goes then. Less in the record never makes more of a pass.
 */
export function counted(
  context: VisitContext,
  state: VisitState,
  interventions: readonly Intervention[],
  answers: readonly CheckAnswer[],
  demand: Demand,
): Counted {
  const inOrder = [...answers].sort((a, b) => a.index - b.index);
  const answer = inOrder.at(-1);
  if (!answer) return { state: 'open', doubts: [] };
  const cured = interventions.findLast(({ mayCure }) => mayCure)?.index ?? -1;
  const failure = inOrder.findLast(({ result }) => result === 'failed');
  if (failure && failure.index > cured) {
    const stands = failure.isOrigin ? 'open' : 'failed';
    if (failure === answer) return { state: stands, doubts: [], answer };
    const since =
      answer.result === 'passed' ? 'it comes and goes, until something is found that cures it' : 'it stands';
    return { state: stands, doubts: [`It failed before, and nothing was changed since: ${since}.`], answer: failure };
  }
  switch (answer.result) {
    case 'failed':
      return { state: 'open', doubts: ['It failed; something was changed since: look again.'], answer };
    case 'unclear':
      return { state: 'open', doubts: [answer.reason ?? 'What was seen says nothing.'], answer };
    case 'postponed':
    case 'not-applicable':
      return (answer.reason ?? '').trim() === ''
        ? { state: 'open', doubts: ['It says no reason.'], answer }
        : { state: answer.result, doubts: [], answer };
    case 'passed': {
      const doubts = doubtsOfPass(context, state, interventions, answer, demand);
      return { state: doubts.length === 0 ? 'passed' : 'open', doubts, answer };
    }
  }
}

function doubtsOfPass(
  context: VisitContext,
  state: VisitState,
  interventions: readonly Intervention[],
  { index }: CheckAnswer,
  demand: Demand,
): readonly string[] {
  const later = interventions.findLast((each) => each.index >= index && voids(each, demand));
  const changed = later ? [`It was seen before a change: ${later.words}.`] : [];
  if (demand === 'function')
    return [...changed, ...notAsBuilt(context, state, index), ...withoutPower(context, state, index)];
  return demand === 'told' ? [...changed, ...notAsBuilt(context, state, index, true)] : changed;
}

function voids({ isRenewal }: Intervention, demand: Demand): boolean {
  return demand === 'function' || (demand !== 'lasting' && isRenewal);
}

/** A cover that is off lets one look; a setting that was turned may be the repair. */
const LETS_PASS: ReadonlySet<Alteration['kind']> = new Set(['cover', 'gas', 'setting']);

/** `isBypassed` asks for what is bypassed alone: a plug may have to be out for what was read. */
function notAsBuilt(context: VisitContext, state: VisitState, index: number, isBypassed = false): readonly string[] {
  const altered = alterationsOf(context, asItStood(state, index)).filter(
    ({ kind, isBlocking }) => !LETS_PASS.has(kind) && (isBlocking || !isBypassed),
  );
  return altered.length === 0
    ? []
    : [`A pass like this is no pass of the repair: ${altered.map(({ words }) => words).join('; ')}.`];
}

/** The machine as an entry of the log found it, as far as alterations go. */
function asItStood(state: VisitState, index: number): VisitState {
  const conditions = state.trail[index]?.conditions ?? state.conditions;
  const bypasses = conditionEntries({ bypasses: conditions.bypasses ?? {} })
    .filter(({ state: found }) => found === 'in')
    .map(({ id }): BypassEntry => {
      const { removedAt: _later, ...entry } = state.bypasses.findLast(({ bypass }) => bypass === id) ?? unlisted(id);
      return entry;
    });
  return { ...state, trail: state.trail.slice(0, index), conditions, bypasses };
}

/** A chart may say that a jumper is in without listing its ends. */
function unlisted(bypass: string): BypassEntry {
  return { bypass, from: bypass, to: bypass, why: '', placedAt: '', placedBy: '', unconfirmed: true };
}

const OFF: ReadonlySet<string> = new Set<SupplyState>(['off', 'locked', 'plug-out', 'proven-dead']);

function withoutPower({ model }: VisitContext, state: VisitState, index: number): readonly string[] {
  const conditions = state.trail[index]?.conditions ?? state.conditions;
  const incoming = model.supplies.filter(({ id }) => sourcesOf(model, id).length === 0);
  const off = incoming.filter(({ id }) => OFF.has(stateOf(conditions, 'supplies', id)));
  return off.length === 0
    ? []
    : [`By the record it had no power: ${off.map(({ id, name }) => name ?? id).join(', ')}.`];
}
