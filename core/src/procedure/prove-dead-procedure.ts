import type { UnitModelDocument } from '../unit-model';
import type { SupplyState } from './conditions';
import type { ProcedureDocument } from './procedure-document';

export const PROVE_DEAD_PROCEDURE = 'prove-dead';

/**
 * The one chart a machine without charts has: isolate, prove dead, and on again. A free visit stands at `isolate` while
 * the machine is live and at `energise` while it is proven dead.
 */
export function proveDeadProcedure(model: UnitModelDocument): ProcedureDocument {
  const every = (state: SupplyState): Readonly<Record<string, SupplyState>> =>
    Object.fromEntries(model.supplies.map((supply) => [supply.id, state]));
  return {
    format: 'juxtameter/procedure',
    version: 1,
    id: PROVE_DEAD_PROCEDURE,
    title: 'Isolate, prove dead, on again',
    unitModel: model.id,
    start: 'isolate',
    steps: {
      isolate: {
        kind: 'action',
        text: 'Isolate every supply, lock it off and keep the key.',
        detail: 'Wait for stored charge. Look for a second supply: control circuits are often fed from elsewhere.',
        cautions: ['mains', 'second-supply', 'stored-energy'],
        sets: { supplies: every('locked') },
        mayStart: [],
        next: 'dead',
      },
      dead: {
        kind: 'measurement',
        text: 'Prove dead where you will work.',
        detail: 'Every pair, AC and DC, between two checks of the meter on a source known to be live.',
        skippable: false,
        measure: { proofOfDead: model.supplies.map((supply) => supply.id) },
        sets: { within: { supplies: every('proven-dead') } },
        branches: { within: 'energise', otherwise: 'still-live' },
        why: 'Locked is not dead. Ohms and continuity count only once every pair is proven dead.',
      },
      'still-live': {
        kind: 'action',
        text: 'Still alive: find what feeds it and open that too.',
        cautions: ['mains', 'second-supply', 'stored-energy'],
        skippable: false,
        sets: { supplies: every('locked') },
        mayStart: [],
        next: 'dead',
      },
      energise: {
        kind: 'action',
        text: 'Tools out, covers on, supply on again.',
        cautions: ['mains', 'moving-parts'],
        sets: { supplies: every('on') },
        mayStart: ['anything that is called for'],
        next: 'isolate',
      },
    },
  };
}
