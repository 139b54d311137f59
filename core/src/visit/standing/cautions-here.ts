import { FUNCTIONS, inBase, parseQuantity } from '../../quantity';
import { isWalkable, methodNames, methodOf, type MeasurementStep, type WalkableStep } from '../../procedure';
import type { VisitContext, VisitState } from '../record';
import { currentStep } from '../walking';

/** Cautions of the step, each with whether an earlier step of this chart has said it already. */
export function cautionsHere(
  context: VisitContext,
  state: VisitState,
): readonly { readonly kind: string; readonly isFirst: boolean }[] {
  const step = currentStep(context, state);
  if (!step) return [];
  const steps = context.procedures[state.procedure ?? '']?.steps ?? {};
  const said = new Set(
    Object.keys(state.walks)
      .filter((id) => id !== state.step)
      .flatMap((id) => {
        const walked = Object.hasOwn(steps, id) ? steps[id] : undefined;
        return walked && isWalkable(walked) ? cautionsOf(context, walked) : [];
      }),
  );
  return cautionsOf(context, step).map((kind) => ({ kind, isFirst: !said.has(kind) }));
}

/** What the author warns of, and what the step itself says: a jumper, a tester's volts, probes on line voltage, a bare board. */
function cautionsOf(context: VisitContext, step: WalkableStep): readonly string[] {
  if (step.kind === 'decide') return [];
  return [...new Set([...(step.cautions ?? []), ...ofItself(context, step)])];
}

function ofItself({ model }: VisitContext, step: WalkableStep): readonly string[] {
  switch (step.kind) {
    case 'action':
      return [
        ...(step.bypass ? ['jumper'] : []),
        ...(model.boards.some(({ id }) => id === step.fits) ? ['static'] : []),
      ];
    case 'matrix':
      return ['jumper'];
    case 'measurement':
      return ofMeasurement(step);
    default:
      return [];
  }
}

/** IEC 61010-1, from memory: over 30 V AC or 60 V DC a dry hand is at risk. */
const HAZARDOUS = { ac: 30, dc: 60 } as const;

function ofMeasurement(step: MeasurementStep): readonly string[] {
  if (step.measure.proofOfDead) return [];
  const names = methodNames(step);
  const ways = (names.length === 0 ? [undefined] : names).map((name) => methodOf(step, name));
  return [
    ...(ways.some((way) => way.function !== undefined && FUNCTIONS[way.function].stresses)
      ? ['insulation-tester']
      : []),
    ...(ways.some((way) => isHazardous(way.function, way.expect)) ? ['live-probing'] : []),
  ];
}

function isHazardous(
  measured: MeasurementStep['measure']['function'],
  expect: MeasurementStep['measure']['expect'],
): boolean {
  if (measured === undefined || !expect || !FUNCTIONS[measured].readsVolts) return false;
  const { value, of, low, atLeast } = expect as unknown as Readonly<Record<string, unknown>>;
  const most = HAZARDOUS[FUNCTIONS[measured].current ?? 'ac'];
  return [value, of, low, atLeast].some((text) => {
    const read = typeof text === 'string' ? parseQuantity(text, 'voltage') : undefined;
    return read?.outcome === 'quantity' && inBase(read.quantity) > most;
  });
}
