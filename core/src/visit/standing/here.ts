import { skipTarget, type MeasurementStep, type WalkableStep } from '../../procedure';
import { supplyOf } from '../../unit-model';
import { measuredOutcome, type EventOf, type VisitContext, type VisitEvent, type VisitState } from '../record';
import { proofTasks, type ProofTask } from '../safety';

/** The newest event walked since the position came to its step. */
function walkedHere(state: VisitState): VisitEvent | undefined {
  return state.trail.slice(state.arrivedAt).findLast(({ standing }) => standing === 'walked')?.event;
}

/** The reading logged last at this step. */
export function readingHere(state: VisitState): EventOf<'reading-taken'> | undefined {
  const event = walkedHere(state);
  return event?.type === 'reading-taken' ? event : undefined;
}

/** Why the visit stays at its step although something was logged there; undefined where it does not. */
export function stuckHere(state: VisitState): string | undefined {
  const event = walkedHere(state);
  if (event?.type === 'meter-proven' && event.shows === 'nothing')
    return 'The meter shows nothing on a live source. Check leads, fuse and battery, then begin the proof again.';
  if (event?.type !== 'reading-taken' || event.next !== undefined || event.proof) return undefined;
  if (event.part !== undefined && !event.joint && event.judgement.verdict !== 'invalid') return undefined;
  const { verdict } = measuredOutcome(event);
  return verdict === 'undecided'
    ? undefined
    : `Logged as ${verdict}; the chart has no way on from that. Read again, or pass the step over with a reason.`;
}

/** How far a proof of dead is, and what is read next. */
export interface ProofHere {
  readonly what: string;
  readonly done: number;
  readonly of: number;
}

/** The proof at this step; undefined where there is none, or nothing is left of it. */
export function proofHere(context: VisitContext, state: VisitState, step: MeasurementStep): ProofHere | undefined {
  if (!step.measure.proofOfDead) return undefined;
  const tasks = proofTasks(context, state, step);
  const task = tasks.find(({ done }) => !done);
  return task && { what: taskWords(context, task), done: tasks.filter(({ done }) => done).length, of: tasks.length };
}

const METER_CHECKS = {
  before: {
    ac: 'First the meter on a source you know is live, AC',
    dc: 'The same in DC: a battery will do',
  },
  after: { ac: 'And the meter again on the live source, AC', dc: 'And again in DC' },
} as const;

function taskWords({ model }: VisitContext, task: ProofTask): string {
  if (task.kind === 'meter') return METER_CHECKS[task.when][task.current];
  const name = supplyOf(model, task.pair.supply)?.name ?? task.pair.supply;
  const pair = `${task.pair.name.replace('-', ' to ')}, ${task.current.toUpperCase()}`;
  return `${name.charAt(0).toUpperCase()}${name.slice(1)}: ${pair}`;
}

/** Whether the step may be passed over. */
export function canPass(step: WalkableStep | undefined): boolean {
  if (!step || step.kind === 'decide' || step.kind === 'conclusion') return false;
  return step.skippable !== false && skipTarget(step) !== undefined;
}

/** Where passing a step over in this way leads; undefined where the chart has no way on. */
export function passTarget(step: WalkableStep, how: 'skipped' | 'not-applicable' | 'cannot-do'): string | undefined {
  if (step.kind === 'decide') return undefined;
  const named = how === 'cannot-do' ? step.cannotDo : how === 'not-applicable' ? step.notApplicable : undefined;
  return named ?? skipTarget(step);
}
