import { conditionsDuring, methodNames, methodOf, requirementsOf, type MeasurementStep } from '../../procedure';
import type { VisitContext, VisitState } from '../record';
import { unmetConditions, type Unmet } from '../walking';

/** The first way of a measurement that can be gone as things stand; the first of all where none can. */
export function possibleMethod(context: VisitContext, state: VisitState, step: MeasurementStep): string | undefined {
  const names = methodNames(step);
  return names.find((name) => unmetOfMethod(context, state, step, name).length === 0) ?? names[0];
}

/** What a way of measuring lacks. */
export function unmetOfMethod(
  { model }: VisitContext,
  state: VisitState,
  step: MeasurementStep,
  name: string,
): readonly Unmet[] {
  return unmetConditions(model, requirementsOf(model, methodOf(step, name)), conditionsDuring(step, state.conditions));
}
