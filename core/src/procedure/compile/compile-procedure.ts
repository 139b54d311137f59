import { chainOf, reachablePoints, type Options } from '../../path';
import { Wiring, type UnitModelDocument } from '../../unit-model';
import {
  isWalkable,
  type ChainStep,
  type ClearanceStep,
  type MeasurementStep,
  type ProcedureDocument,
  type StepDocument,
} from '../procedure-document';
import { clearanceMembers } from './clearance-members';
import { inlineCalls } from './inline-calls';

/**
 * The chart as a visit walks it: general procedures in place of their calls, chains and clearances as the readings they
 * come to. What cannot be made is left as written, for lint to name. Pure; never throws.
 */
export function compileProcedure(
  procedure: ProcedureDocument,
  model: UnitModelDocument,
  generals: readonly ProcedureDocument[] = [],
  options: Options = {},
): ProcedureDocument {
  if (Object.values(procedure.steps).every(isWalkable)) return procedure;
  const inlined = inlineCalls(procedure, model, generals);
  const wiring = new Wiring(model);
  const steps = Object.fromEntries(
    Object.entries(inlined.steps).map(([id, step]) => [id, compiledStep(step, wiring, options)]),
  );
  return { ...inlined, steps };
}

function compiledStep(step: StepDocument, wiring: Wiring, options: Options): StepDocument {
  if (step.kind === 'chain') return chainMeasurement(step, wiring.model, options) ?? step;
  if (step.kind === 'clearance') return clearanceMeasurement(step, wiring);
  return step;
}

function chainMeasurement(step: ChainStep, model: UnitModelDocument, options: Options): MeasurementStep | undefined {
  const path = model.paths?.find(({ id }) => id === step.path);
  const chain = path && chainOf(model, path, options);
  if (!path || !chain) return undefined;
  const { kind: _kind, path: _path, points, requires, ...common } = step;
  const calls = Object.fromEntries((path.calls ?? []).map((call) => [call, 'on' as const]));
  return {
    ...common,
    kind: 'measurement',
    measure: {
      function: chain.function,
      requires: { supplies: { [path.supply]: 'on' }, ...(path.calls ? { calls } : {}), ...requires },
      chain: { path: path.id, points: points ?? reachablePoints(model, chain) },
    },
  };
}

function clearanceMeasurement(step: ClearanceStep, wiring: Wiring): MeasurementStep {
  const { kind: _kind, board, members = [], ...common } = step;
  const found = clearanceMembers(wiring, board).filter(({ id }) => !members.some((each) => each.id === id));
  const connectors = (wiring.model.boards.find(({ id }) => id === board)?.connectors ?? []).filter(
    ({ pluggable }) => pluggable,
  );
  return {
    ...common,
    kind: 'measurement',
    skippable: false,
    measure: {
      function: 'resistance',
      requires: { connectors: Object.fromEntries(connectors.map(({ id }) => [`${board}.${id}`, 'out' as const])) },
      set: [...found, ...members],
      clearance: board,
    },
  };
}
