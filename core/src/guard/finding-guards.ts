import { FUNCTIONS } from '../quantity';
import { parseElement, terminalOf, type DeviceDocument, type UnitModelDocument, type Wiring } from '../unit-model';
import {
  evidenceFor,
  excludedByJumper,
  holdOffsRunning,
  intakeOf,
  isReadAgain,
  monitorOutcome,
  monitorsOf,
  type Accused,
  type EventOf,
  type VisitContext,
  type VisitState,
} from '../visit';
import { TRAPS, type Guard, type GuardId } from './guard';
import { guardsOfReading, isEarth } from './reading-guards';

type Reading = EventOf<'reading-taken'>;

/** The traps a visit stands in front of before something is named; `at` is the wall time now. */
export function guardsBeforeFinding(
  context: VisitContext,
  state: VisitState,
  accused: Accused,
  at: string,
): readonly Guard[] {
  const readings = standingReadings(state);
  return merged([...recordGuards(context, state, readings), ...namedGuards(context, state, accused, readings, at)]);
}

/** The traps of a record whatever is named at its end: what lasts of its readings and answers. */
export function guardsOfRecord(context: VisitContext, state: VisitState): readonly Guard[] {
  return merged(recordGuards(context, state, standingReadings(state)));
}

/** Readings that were neither taken back nor taken again. */
function standingReadings({ trail }: VisitState): readonly Reading[] {
  return trail.flatMap((line): Reading[] => {
    const { event, standing } = line;
    if (event.type !== 'reading-taken' || standing === 'retracted' || event.proof) return [];
    return event.step !== undefined && isReadAgain(trail, line) ? [] : [event];
  });
}

function recordGuards(context: VisitContext, state: VisitState, readings: readonly Reading[]): readonly Guard[] {
  return [
    ...readings.flatMap((reading) => guardsOfReading(context, state, reading).filter(({ id }) => TRAPS[id].lasts)),
    ...answerGuards(state),
    ...state.poweredUncleared.map(({ event }) => ({
      id: 'powered-uncleared' as const,
      words: TRAPS['powered-uncleared'].words,
      events: [event],
    })),
  ];
}

/** What an answer does not prove, as its chart says it. */
function answerGuards({ trail }: VisitState): readonly Guard[] {
  return trail.flatMap(({ event, standing, step }): Guard[] => {
    if (event.type !== 'observation-made' || standing === 'retracted') return [];
    const target = step?.kind === 'observation' ? step.answers[event.answer] : undefined;
    const caveat = typeof target === 'object' ? target.caveat : undefined;
    return caveat === undefined ? [] : [{ id: 'proves-no-more', words: caveat, events: [event.id] }];
  });
}

function namedGuards(
  context: VisitContext,
  state: VisitState,
  accused: Accused,
  readings: readonly Reading[],
  at: string,
): readonly Guard[] {
  const guard = (id: GuardId, events: readonly string[] = []): Guard => ({ id, words: TRAPS[id].words, events });
  const found: Guard[] = [];
  const { implicates, clearsOthers } = evidenceFor(context, state, accused);
  const behind = [...implicates, ...clearsOthers].map(({ line }) => line.event);
  const measured = behind.filter((event) => event.type === 'reading-taken') as readonly Reading[];
  if (accused.item !== undefined && measured.length === 0) found.push(guard('no-reading'));
  const volts = measured.filter(({ function: each }) => FUNCTIONS[each].dimension === 'voltage');
  if (volts.length > 0 && volts.every((reading) => isToEarth(context.wiring, reading)))
    found.push(
      guard(
        'to-earth-only',
        volts.map(({ id }) => id),
      ),
    );
  const shown = excludedByJumper(state).filter(({ element }) => element === accused.item);
  if (shown.length > 0)
    found.push(
      guard(
        'shown-to-work',
        shown.map(({ event }) => event.id),
      ),
    );
  if (isFuse(context.model, accused.item)) found.push(guard('find-the-short'));
  const windings = windingsWithoutInsulation(context.wiring, readings);
  if (windings.length > 0)
    found.push(
      guard(
        'ohms-are-not-insulation',
        windings.map(({ id }) => id),
      ),
    );
  if (holdOffsRunning(context, state, Date.parse(at)).length > 0) found.push(guard('hold-off-running'));
  if (isIntermittent(context, state)) found.push(guard('intermittent'));
  const repaired = state.trail.findLastIndex(
    ({ event, standing }) => event.type === 'repair-done' && standing !== 'retracted',
  );
  const older = state.trail.slice(0, Math.max(0, repaired)).map(({ event }) => event.id);
  const stale = measured.filter(({ id }) => older.includes(id));
  if (stale.length > 0)
    found.push(
      guard(
        'before-the-repair',
        stale.map(({ id }) => id),
      ),
    );
  return found;
}

function isToEarth(wiring: Wiring, { from, to }: Reading): boolean {
  return isEarth(wiring, from) !== isEarth(wiring, to);
}

function isFuse(model: UnitModelDocument, item: string | undefined): boolean {
  return model.devices.some(({ id, kind }) => id === parseElement(item ?? '').owner && kind === 'fuse');
}

/** Good ohms of a motor, between two of its terminals, whose own insulation nobody tested. */
function windingsWithoutInsulation(wiring: Wiring, readings: readonly Reading[]): readonly Reading[] {
  const { model, byWire: nets } = wiring;
  const motors = model.devices.filter(({ kind }) => kind === 'motor');
  const terminalsAt = ({ id, terminals = [] }: DeviceDocument, point: string): readonly string[] =>
    terminals
      .map((each) => `${id}.${each}`)
      .filter((each) => !isEarth(wiring, each) && nets.joined(each, terminalOf(point)));
  const isTested = (motor: DeviceDocument): boolean =>
    readings.some(
      ({ function: measured, from, to, judgement }) =>
        FUNCTIONS[measured].stresses &&
        judgement.verdict !== 'invalid' &&
        [from, to].some((point) => terminalsAt(motor, point).length > 0),
    );
  const isWinding = (motor: DeviceDocument, { from, to }: Reading): boolean =>
    terminalsAt(motor, from).length > 0 &&
    terminalsAt(motor, to).length > 0 &&
    !nets.joined(terminalOf(from), terminalOf(to));
  return readings.filter(
    (reading) =>
      reading.function === 'resistance' &&
      (reading.joint ?? reading.judgement).verdict === 'within' &&
      motors.some((motor) => isWinding(motor, reading) && !isTested(motor)),
  );
}

/** Said at the intake, seen in a long watch, or read to come and go. */
function isIntermittent(context: VisitContext, state: VisitState): boolean {
  const isSaid = [...intakeOf(state, 'onset'), ...intakeOf(state, 'complaint')].some(({ text }) =>
    /intermittent|now and then|sometimes|comes and goes|on and off/i.test(text),
  );
  const isOpened = /intermittent|now and then|sometimes|comes and goes|on and off/i.test(state.opened?.complaint ?? '');
  const isWatched = monitorsOf(context, state).some((monitor) => monitorOutcome(context, monitor).dropOuts.length > 0);
  const isRead = state.trail.some(({ event, standing, step }) => {
    if (event.type !== 'reading-taken' || standing === 'retracted') return false;
    const { reading, judgement, joint } = event;
    const { verdict } = joint ?? judgement;
    // Parts of a set differ because they are other parts; looks at the same points because it comes and goes.
    const isLooks = step?.kind === 'measurement' && step.measure.expect?.kind === 'follows';
    return (
      (reading?.kind === 'span' && reading.dropOuts > 0) || verdict === 'unsteady' || (verdict === 'mixed' && isLooks)
    );
  });
  return isSaid || isOpened || isWatched || isRead;
}

/** One line for each trap and wording, with all it is about. */
function merged(guards: readonly Guard[]): readonly Guard[] {
  const lines = new Map<string, Guard>();
  for (const each of guards) {
    const key = `${each.id} ${each.words}`;
    const known = lines.get(key);
    lines.set(key, known ? { ...known, events: [...new Set([...known.events, ...each.events])] } : each);
  }
  return [...lines.values()];
}
