import {
  cautionRank,
  withConditions,
  unwatched,
  type Conditions,
  type SupplyState,
  type WalkableStep,
} from '../../procedure';
import type { EventEnvelope, VisitState } from '../record';

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

/** The supplies that a step of a chart says something about, whatever it comes to. */
export function suppliesOfStep(step: WalkableStep | undefined): readonly string[] {
  switch (step?.kind) {
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

/** Nobody was there to see: every proof of dead is revoked, and no plug counts as out. */
export function proofsRevoked(state: VisitState): VisitState {
  return { ...state, conditions: { ...state.conditions, supplies: unwatched(state.conditions.supplies ?? {}) } };
}

/**
 * Supplies that an outcome of a measurement changes. Readings of a proof of dead change none: they prove nothing alone,
 * nobody's hands moved, and what one said of the supply is gone with it.
 */
export function suppliesOfOutcomes(step: WalkableStep | undefined): readonly string[] {
  if (step?.kind !== 'measurement') return [];
  return Object.values(step.sets ?? {}).flatMap(({ supplies = {} }) =>
    Object.keys(supplies).filter((id) => supplies[id] !== 'proven-dead'),
  );
}
