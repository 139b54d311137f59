import { resolveExpectation, shouldBeZero, type ExpectationDocument } from '../expectation';
import { DocumentError, FUNCTIONS, type MeasurementFunction } from '../quantity';
import type { UnitModelDocument } from '../unit-model';
import { withConditions, type Conditions } from './conditions';
import type { MeasuringMethod, MeasuringWay, MeasurementStep, OutcomesOfStep, SetPart } from './procedure-document';

/** A measurement step with one method chosen, the first where none is named. */
export function methodOf(step: MeasurementStep, name?: string): MeasuringWay {
  const { methods = {}, ...base } = step.measure;
  const chosen = name !== undefined && Object.hasOwn(methods, name) ? name : Object.keys(methods)[0];
  return chosen === undefined ? placed(base) : placed({ ...base, ...methods[chosen] });
}

/** What is read at one place needs one point: the other is the same. */
function placed<Method extends MeasuringMethod>(method: Method): Method {
  const { function: measured, from, to } = method;
  const isPlaced = from !== undefined && to === undefined && measured !== undefined && FUNCTIONS[measured].isAtOnePlace;
  return isPlaced ? { ...method, to: from } : method;
}

/** What the outcomes mean when measured in this way: its own words first, the others as written beside `measure`. */
export function outcomesOf(step: MeasurementStep, name?: string): OutcomesOfStep {
  const { branches, clears, implicates } = methodOf(step, name);
  return {
    branches: { ...step.branches, ...branches },
    clears: outcomesBeside(step.clears, branches, clears),
    implicates: outcomesBeside(step.implicates, branches, implicates),
    ...(step.sets ? { sets: step.sets } : {}),
  };
}

/** An outcome with a branch of its own has its own meaning: what is written beside the others does not hold for it. */
function outcomesBeside(
  common: Readonly<Record<string, readonly string[]>> = {},
  branches: Readonly<Record<string, unknown>> = {},
  own: Readonly<Record<string, readonly string[]>> = {},
): Readonly<Record<string, readonly string[]>> {
  const others = Object.entries(common).filter(([key]) => !Object.hasOwn(branches, key));
  return { ...Object.fromEntries(others), ...own };
}

/** A part of a set, with what it leaves out taken from beside the set; the joint expectation is not its own. */
export function partMethod(step: MeasurementStep, { id: _id, name: _name, ...part }: SetPart): MeasuringMethod {
  const { function: measured, requires } = step.measure;
  return placed({
    ...(measured === undefined ? {} : { function: measured }),
    ...(requires === undefined ? {} : { requires }),
    ...part,
  });
}

/** The names of a step's methods; empty where there is only one way. */
export function methodNames(step: MeasurementStep): readonly string[] {
  return Object.keys(step.measure.methods ?? {});
}

/** What a method requires, with what its function always demands: no ohms unless every supply is proven dead. */
export function requirementsOf(model: UnitModelDocument, method: MeasuringMethod): Conditions {
  const needsDead = method.function !== undefined && FUNCTIONS[method.function].needsDead;
  if (!needsDead) return method.requires ?? {};
  const dead = Object.fromEntries(model.supplies.map((supply) => [supply.id, 'proven-dead' as const]));
  return { ...method.requires, supplies: { ...method.requires?.supplies, ...dead } };
}

/** The conditions a step is walked under: those that hold, with the step's own `with`. */
export function conditionsDuring(step: { readonly with?: Conditions }, holding: Conditions): Conditions {
  return withConditions(holding, step.with);
}

/** Resolved once for every expectation of a chart: a long log asks for it at every reading. */
const zeroBands = new WeakMap<ExpectationDocument, Map<MeasurementFunction, boolean>>();

/** True where the expected band is "should be zero", so that a partial reading falls back to high. */
export function isOverZeroBand({ expect, function: measured }: MeasuringMethod): boolean {
  if (!expect || !measured) return false;
  const known = zeroBands.get(expect) ?? new Map<MeasurementFunction, boolean>();
  zeroBands.set(expect, known);
  const isZero = known.get(measured) ?? isZeroBand(expect, measured);
  known.set(measured, isZero);
  return isZero;
}

function isZeroBand(expect: ExpectationDocument, measured: MeasurementFunction): boolean {
  try {
    return shouldBeZero(resolveExpectation(expect, measured));
  } catch (error) {
    if (error instanceof DocumentError) return false;
    throw error;
  }
}
