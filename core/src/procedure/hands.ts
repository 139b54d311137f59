import { HAZARDOUS_LIMITS, type SupplyDocument, type Wiring } from '../unit-model';
import { conditionEntries, stateOf, type ConditionEntry, type Conditions, type SupplyState } from './conditions';
import type { ActionStep } from './procedure-document';

/** Whether an action puts hands to the wiring: a part renewed, a plug pulled or put in, a lead lifted or put back. */
export function touchesWiring(step: ActionStep, isChange: (entry: ConditionEntry) => boolean = () => true): boolean {
  if (step.fits !== undefined) return true;
  return [step.sets, ...(step.recipe ?? []).map(({ sets }) => sets)]
    .flatMap(conditionEntries)
    .some((entry) => (entry.group === 'connectors' || entry.group === 'leads') && isChange(entry));
}

/** Supplies that are proven dead before hands go to the wiring: those whose volts can hurt. */
export function deadForHands(wiring: Wiring): readonly string[] {
  return wiring.model.supplies.filter((supply) => canHurt(wiring, supply)).map(({ id }) => id);
}

/**
 * What hands at the wiring require: whatever can hurt proven dead; what cannot has at least to be off, since a plug pulled
 * under power kills boards.
 */
export function requiredForHands(wiring: Wiring, holding: Conditions): Conditions {
  const dead = new Set(deadForHands(wiring));
  const supplies = wiring.model.supplies.flatMap(({ id }): (readonly [string, SupplyState])[] => {
    if (dead.has(id)) return [[id, 'proven-dead']];
    return OFF.has(stateOf(holding, 'supplies', id)) ? [] : [[id, 'off']];
  });
  return { supplies: Object.fromEntries(supplies) };
}

const OFF: ReadonlySet<string> = new Set(['off', 'locked', 'plug-out', 'proven-dead']);

function canHurt(wiring: Wiring, { id, system }: SupplyDocument): boolean {
  return wiring.volts(id) > HAZARDOUS_LIMITS.dry[system === 'dc' ? 'dc' : 'ac'];
}
