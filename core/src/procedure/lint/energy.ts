import { problemError, type Problem } from '../../unit-model';
import { conditionEntries, type Conditions } from '../conditions';
import { isWalkable, type ProcedureDocument } from '../procedure-document';

/** A step that puts energy on says what may start or open, an empty list when nothing does. */
export function lintEnergy(procedure: ProcedureDocument): Problem[] {
  return Object.entries(procedure.steps).flatMap(([id, step]) => {
    if (!isWalkable(step)) return [];
    if (step.kind === 'measurement') {
      const proven = step.measure.proofOfDead ?? [];
      const claims = Object.values(step.sets ?? {})
        .flatMap(suppliesClaimedDead)
        .filter((supply) => !proven.includes(supply));
      if (claims.length > 0) {
        return [
          problemError(`steps.${id}.sets`, `Only readings prove dead: ${claims.join(', ')} is not in proofOfDead.`),
        ];
      }
      const energises = Object.values(step.sets ?? {}).some(putsEnergyOn) || putsEnergyOn(step.with);
      return energises
        ? [problemError(`steps.${id}.sets`, 'Energy goes on in an action of its own that says what may start.')]
        : [];
    }
    if (step.kind !== 'action') return [];
    const changes = [step.sets, step.with, ...(step.recipe ?? []).map((each) => each.sets)];
    if (changes.flatMap(suppliesClaimedDead).length > 0)
      return [problemError(`steps.${id}.sets`, 'Only readings prove dead: use a measurement with proofOfDead.')];
    if (step.mayStart) return [];
    const energises = step.bypass !== undefined || changes.some(putsEnergyOn);
    return energises
      ? [problemError(`steps.${id}.mayStart`, 'This puts energy on and does not say what may start.')]
      : [];
  });
}

function putsEnergyOn(conditions: Conditions | undefined): boolean {
  return conditionEntries(conditions).some(
    ({ group, state }) =>
      (group === 'supplies' && state === 'on') ||
      (group === 'calls' && state === 'on') ||
      (group === 'bypasses' && state === 'in'),
  );
}

function suppliesClaimedDead(conditions: Conditions | undefined): readonly string[] {
  return conditionEntries(conditions).flatMap(({ group, id, state }) =>
    group === 'supplies' && state === 'proven-dead' ? [id] : [],
  );
}
