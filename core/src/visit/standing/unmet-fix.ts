import { circumstanceWords, type MeasurementStep, type NotedGroup } from '../../procedure';
import { elementName, startedByCall, supplyOf, terminalLabel } from '../../unit-model';
import type { EventBody, VisitContext, VisitState } from '../record';
import type { Unmet } from '../walking';

/** The event that would make a condition hold, where hands and one tap can do it. */
export interface UnmetFix {
  readonly label: string;
  readonly body: EventBody;
}

/** What one tap would log so that this condition holds; undefined where only time or another step helps. */
export function fixFor(context: VisitContext, visit: VisitState, { group, id, state }: Unmet): UnmetFix | undefined {
  const { model } = context;
  switch (group) {
    case 'supplies': {
      if (state !== 'proven-dead') {
        const held = state as 'on' | 'off' | 'locked' | 'unknown';
        return { label: `It is ${state} now`, body: { type: 'supply-changed', supply: id, state: held } };
      }
      const plug = supplyOf(model, id)?.plug;
      if (plug !== undefined)
        return {
          label: `${plug.charAt(0).toUpperCase()}${plug.slice(1)} is out, in my sight`,
          body: { type: 'supply-changed', supply: id, state: 'plug-out' },
        };
      const proof = proofStep(context, visit, id);
      return proof === undefined
        ? undefined
        : { label: 'Prove it dead', body: { type: 'step-jumped', to: proof, reason: 'needs proven dead' } };
    }
    case 'calls': {
      const starts = state === 'on' ? startedByCall(model, id) : [];
      return {
        label: `The call is ${state} now${starts.length > 0 ? `; it may start: ${starts.join(', ')}` : ''}`,
        body: { type: 'call-changed', call: id, state: state as 'on' | 'off' },
      };
    }
    case 'connectors':
      return {
        label: `Plug ${terminalLabel(model, id)} is ${state} now`,
        body: { type: 'connector-changed', connector: id, state: state as 'in' | 'out' },
      };
    case 'leads':
      return noted(
        'leads',
        id,
        state,
        state === 'on' ? 'It is back on' : `It is off ${terminalLabel(model, state)} now`,
      );
    case 'parts':
    case 'press':
      return noted(group, id, state, `${elementName(model, id)} is ${state.replaceAll('-', ' ')} now`);
    case 'interlocks':
    case 'covers':
    case 'positions':
    case 'facts':
      return noted(group, id, state, `It is ${state} now`);
    case 'circumstances':
      return noted(group, id, state, `Now: ${circumstanceWords(id, state)}`);
    case 'repaired':
      return {
        label: `${elementName(model, id)} is repaired`,
        body: { type: 'repair-done', items: [id], text: `${elementName(model, id)} repaired` },
      };
    default:
      return undefined;
  }
}

function noted(group: NotedGroup, item: string, state: string, label: string): UnmetFix {
  return { label, body: { type: 'condition-noted', group, item, state } };
}

function proofStep(context: VisitContext, visit: VisitState, supply: string): string | undefined {
  const steps = context.procedures[visit.procedure ?? '']?.steps ?? {};
  return Object.entries(steps).find(
    ([, step]) => step.kind === 'measurement' && (step as MeasurementStep).measure.proofOfDead?.includes(supply),
  )?.[0];
}
