import { cautionRank, withConditions, withoutProofs, type Conditions, type SupplyState } from '../procedure';
import type { VisitContext, VisitState } from './visit-state';
import type { EventEnvelope, VisitEvent } from './visit-event';
import { stepOf } from './steps';

/** After this long away every proof of dead has to be made again. */
export const PROOF_LASTS_SECONDS = 15 * 60;

/** A change of conditions with the two rules that make safety err to caution: only proofs prove dead, late news never calms. */
export function changedConditions(
  state: VisitState,
  change: Conditions | undefined,
  event: EventEnvelope,
  proven: ReadonlySet<string> = new Set(),
): Pick<VisitState, 'conditions' | 'supplyChanges'> {
  if (!change) return state;
  if (!change.supplies)
    return { conditions: withConditions(state.conditions, change), supplyChanges: state.supplyChanges };
  const supplies = Object.entries(change.supplies).flatMap(([id, wanted]): [string, SupplyState][] => {
    // A claim without readings changes nothing.
    if (wanted === 'proven-dead' && !proven.has(id)) return [];
    return [[id, isLate(state, id, event) ? mergedSupply(state, id, wanted) : wanted]];
  });
  const settled: Conditions = { ...change, supplies: Object.fromEntries(supplies) };
  const seq = event.seq ?? Number.MAX_SAFE_INTEGER;
  const stamped = supplies.map(([id]) => [id, { seq, device: event.device }] as const);
  return {
    conditions: withConditions(state.conditions, settled),
    supplyChanges:
      supplies.length > 0 ? { ...state.supplyChanges, ...Object.fromEntries(stamped) } : state.supplyChanges,
  };
}

/** Made by a device that had not yet seen another device's change of the same supply. */
function isLate(state: VisitState, supply: string, event: EventEnvelope): boolean {
  const last = state.supplyChanges[supply];
  return last !== undefined && last.device !== event.device && event.seenSeq < last.seq;
}

function mergedSupply(state: VisitState, id: string, claimed: SupplyState): SupplyState {
  const current = state.conditions.supplies?.[id] ?? 'unknown';
  if (claimed === 'proven-dead' || current === 'proven-dead') return 'unknown';
  return cautionRank(claimed) > cautionRank(current) ? claimed : current;
}

/** The supplies an event said something about, directly or through its step. */
export function suppliesTouched(context: VisitContext, state: VisitState, event: VisitEvent): readonly string[] {
  switch (event.type) {
    case 'supply-changed':
      return [event.supply];
    case 'procedure-started':
      return Object.keys(context.procedures[event.procedure]?.given?.supplies ?? {});
    case 'visit-resumed':
    case 'handed-over':
      return Object.keys(state.conditions.supplies ?? {});
    case 'action-done':
    case 'reading-taken':
    case 'meter-proven':
    case 'undecided-accepted':
    case 'finding-reached':
      return event.step === undefined ? [] : suppliesOfStep(context, state, event.step);
    default:
      return [];
  }
}

function suppliesOfStep(context: VisitContext, state: VisitState, id: string): readonly string[] {
  const step = stepOf(context, state, id);
  if (!step) return [];
  switch (step.kind) {
    case 'action':
      return [step.sets, ...(step.recipe ?? []).map((each) => each.sets)].flatMap((sets) =>
        Object.keys(sets?.supplies ?? {}),
      );
    case 'conclusion':
      return Object.keys(step.sets?.supplies ?? {});
    case 'measurement':
      return [
        ...(step.measure.proofOfDead ?? []),
        ...Object.values(step.sets ?? {}).flatMap((sets) => Object.keys(sets.supplies ?? {})),
      ];
    default:
      return [];
  }
}

/** These supplies are unknown from here on, and so is every proof that rested on them. */
export function madeUnknown(state: VisitState, supplies: readonly string[]): VisitState {
  if (supplies.length === 0) return state;
  const unknown = Object.fromEntries(supplies.map((id) => [id, 'unknown' as const]));
  return { ...state, conditions: withConditions(state.conditions, { supplies: unknown }) };
}

/** Every proof of dead is revoked. */
export function proofsRevoked(state: VisitState): VisitState {
  return { ...state, conditions: { ...state.conditions, supplies: withoutProofs(state.conditions.supplies ?? {}) } };
}
