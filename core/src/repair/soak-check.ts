import { secondsBetween } from '../sequence';
import {
  alterationsOf,
  measuredOutcome,
  monitorOutcome,
  monitorsOf,
  type VisitContext,
  type VisitState,
} from '../visit';
import { linesOf, saidOf } from './answers';
import { withoutPower } from './as-it-stood';
import type { Asked, CheckAnswer } from './check';
import type { Intervention } from './interventions';

export const SOAK = 'soak';

/** Minutes; what fails after five good ones is common. Common practice, no source. */
const USUAL = 10;
/** Minutes for what comes and goes, or comes with the heat. Common practice, no source. */
const LONG = 60;

/** The machine runs on by itself: what comes with the heat or now and then comes later. */
export function soakCheck(context: VisitContext, state: VisitState, interventions: readonly Intervention[]): Asked {
  const { minutes, because } = lengthOf(context, state);
  const touched = interventions.at(-1)?.index ?? -1;
  const begun = linesOf(state, 'check-begun').findLast(({ event, index }) => event.check === SOAK && index > touched);
  return {
    check: {
      id: SOAK,
      kind: 'soak',
      words: `It runs for ${minutes} minutes without failing`,
      soak: { minutes, because, ...(begun ? { begun: begun.event } : {}) },
    },
    answers: saidOf(state, SOAK).map((answer) => held(context, state, interventions, answer, minutes)),
    demand: 'function',
  };
}

/** A pass that was said before its time, of a machine that was touched, or through a stretch without power, is none. */
function held(
  context: VisitContext,
  state: VisitState,
  interventions: readonly Intervention[],
  answer: CheckAnswer,
  minutes: number,
): CheckAnswer {
  if (answer.result !== 'passed') return answer;
  const begun = linesOf(state, 'check-begun').findLast(
    ({ event, index }) => event.check === SOAK && index < answer.index,
  );
  if (!begun) return { ...answer, result: 'unclear', reason: 'Nobody noted when it was left running.' };
  const touched = interventions.find(({ index }) => index > begun.index && index < answer.index);
  if (touched) return { ...answer, result: 'unclear', reason: `It was touched meanwhile: ${touched.words}.` };
  const { seconds } = secondsBetween(begun.event, answer.line.event);
  if (seconds < minutes * 60)
    return {
      ...answer,
      result: 'unclear',
      reason: `It ran for ${Math.floor(seconds / 60)} of ${minutes} minutes.`,
    };
  const wasOff = state.trail.some(
    (_line, index) => index > begun.index && index < answer.index && withoutPower(context, state, index).length > 0,
  );
  return wasOff ? { ...answer, result: 'unclear', reason: 'The power was off meanwhile.' } : answer;
}

/**
 * Why the machine is not left running as it stands, in words; undefined where it may be. What runs by itself needs its
 * protections, and a machine that is not as it was built shows nothing of the repair.
 */
export function soakRefusal(context: VisitContext, state: VisitState): string | undefined {
  const standing = alterationsOf(context, state).filter(({ kind }) => kind !== 'cover' && kind !== 'setting');
  const why = [...standing.map(({ words }) => words), ...withoutPower(context, state, state.trail.length)];
  return why.length === 0 ? undefined : `Not left running like this: ${why.join('; ').replace(/\.$/, '')}.`;
}

const COMES_AND_GOES = /intermittent|loose|thermal|warm|hot|unsteady|drop/i;

function lengthOf(context: VisitContext, state: VisitState): { readonly minutes: number; readonly because: string } {
  const long = (because: string) => ({ minutes: LONG, because });
  const mode = state.findings.find(({ mode: failed, text }) => COMES_AND_GOES.test(`${failed ?? ''} ${text}`));
  if (mode) return long('what was found comes and goes, or comes with the heat');
  if (linesOf(state, 'reading-taken').some(({ event }) => measuredOutcome(event).verdict === 'unsteady'))
    return long('a reading was unsteady');
  const hasDropped = monitorsOf(context, state).some((monitor) => monitorOutcome(context, monitor).dropOuts.length > 0);
  if (hasDropped) return long('it dropped out while it was watched');
  return { minutes: USUAL, because: 'what fails after five good minutes is common' };
}
