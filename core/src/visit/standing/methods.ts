import { conditionsDuring, methodNames, methodOf, type MeasurementStep } from '../../procedure';
import type { VisitContext, VisitState } from '../record';
import { asItStands } from '../safety';
import { unmetForMeasuring, type Unmet } from '../walking';

/** The first way of a measurement that can be gone as things stand; the first of all where none can. */
export function possibleMethod(context: VisitContext, state: VisitState, step: MeasurementStep): string | undefined {
  const names = methodNames(step);
  return names.find((name) => unmetOfMethod(context, state, step, name).length === 0) ?? names[0];
}

/** What a way of measuring lacks. */
export function unmetOfMethod(
  { wiring }: VisitContext,
  state: VisitState,
  step: MeasurementStep,
  name: string,
): readonly Unmet[] {
  return unmetForMeasuring(wiring, methodOf(step, name), conditionsDuring(step, state.conditions), () =>
    asItStands(state),
  );
}
