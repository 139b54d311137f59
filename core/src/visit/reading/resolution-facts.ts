import type { NamedReading, ResolutionFacts } from '../../expectation';
import { methodOf, partMethod, type MeasurementStep } from '../../procedure';
import { uncertaintyOf, type LeadState } from '../../meter';
import { FUNCTIONS, formatReading, type MeasurementFunction } from '../../quantity';
import { settingTimes } from './setting-times';
import type { EventOf, ReadingTaken, TrailLine, VisitContext, VisitState } from '../record';

/** A thermometer read out at the intake is good to about a degree; common practice, no source. */
const INTAKE_DEGREES = 1;

/** What an expectation may be resolved with at this point of a visit; `measured` is what is about to be read. */
export function resolutionFacts(
  context: VisitContext,
  state: VisitState,
  measured: MeasurementFunction,
): ResolutionFacts {
  return {
    ...settingTimes(context, state),
    positions: state.conditions.positions ?? {},
    choices: state.choices,
    ...(state.leadZero === undefined ? {} : { leadZero: state.leadZero }),
    reading: (name) => namedReading(context, state, name, measured),
  };
}

/**
 * The newest reading of this name: a part of the set at the current step, a step that `gives` it, `last` and `last-2` for
 * readings without a chart, `inside` and `outside` for temperatures of the intake.
 */
function namedReading(
  context: VisitContext,
  state: VisitState,
  name: string,
  measured: MeasurementFunction,
): NamedReading | undefined {
  const back = /^last(?:-(\d{1,2}))?$/.exec(name);
  if (back) {
    const free = readingsOf(state.trail).filter(
      ({ step, function: each }) => step === undefined && FUNCTIONS[each].dimension === FUNCTIONS[measured].dimension,
    );
    return named(context, state, free.at(-Number(back[1] ?? 1)));
  }
  const part = readingsOf(state.trail.slice(state.arrivedAt).filter(({ chart }) => chart === state.procedure)).findLast(
    (event) => event.step === state.step && event.part === name,
  );
  const given = part ?? givenReading(state, name);
  return named(context, state, given) ?? intakeTemperature(state, name);
}

function readingsOf(trail: readonly TrailLine[]): readonly EventOf<'reading-taken'>[] {
  return trail.flatMap(({ event, standing }) =>
    event.type === 'reading-taken' && standing !== 'retracted' ? [event as EventOf<'reading-taken'>] : [],
  );
}

/** The newest reading of a step, or part of one, that names it, in whichever chart that was. */
function givenReading({ trail }: VisitState, name: string): ReadingTaken | undefined {
  const line = trail.findLast(
    ({ event, standing, step }) =>
      event.type === 'reading-taken' &&
      standing !== 'retracted' &&
      step?.kind === 'measurement' &&
      isGiven(step, event, name),
  );
  return line?.event.type === 'reading-taken' ? line.event : undefined;
}

function isGiven(step: MeasurementStep, event: ReadingTaken, name: string): boolean {
  if (event.judgement.verdict === 'invalid') return false;
  if (event.part !== undefined && step.measure.set)
    return event.part === name && step.measure.set.some((part) => part.id === name && partMethod(step, part).function);
  return step.measure.gives === name && methodOf(step, event.method).function === event.function;
}

function named(context: VisitContext, state: VisitState, event: ReadingTaken | undefined): NamedReading | undefined {
  if (!event?.reading || event.reading.kind !== 'value') return undefined;
  const { quantity } = event.reading;
  const leads: LeadState = { zero: state.leadZero };
  const meter = event.meter === undefined ? undefined : context.meters[event.meter];
  const uncertainty = uncertaintyOf(quantity, event.function, meter, leads);
  const value = event.judgement.value ?? uncertainty.value;
  const { low = value - uncertainty.halfWidth95, high = value + uncertainty.halfWidth95 } =
    event.judgement.interval ?? {};
  return {
    dimension: FUNCTIONS[event.function].dimension,
    value,
    low,
    high,
    words: formatReading(event.reading),
    isGuess: event.grade === 'assumed' || event.grade === 'inferred',
    uncertainty,
  };
}

function intakeTemperature(state: VisitState, name: string): NamedReading | undefined {
  if (name !== 'inside' && name !== 'outside') return undefined;
  const told = state.trail.findLast(
    ({ event, standing }) =>
      standing !== 'retracted' && event.type === 'intake-recorded' && event.temperatures?.[name] !== undefined,
  )?.event;
  if (told?.type !== 'intake-recorded') return undefined;
  const celsius = told.temperatures?.[name];
  if (celsius === undefined) return undefined;
  return {
    dimension: 'temperature',
    value: celsius,
    low: celsius - INTAKE_DEGREES,
    high: celsius + INTAKE_DEGREES,
    words: `${celsius} °C`,
    isGuess: told.grade === 'assumed',
  };
}
