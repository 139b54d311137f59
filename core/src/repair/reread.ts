import { stateOf, type ConditionGroup, type Conditions } from '../procedure';
import { FUNCTIONS } from '../quantity';
import { INCONCLUSIVE } from '../verdict';
import { conditionName, isDecided, isDeniedByFigure, measuredOutcome, type EventOf, type VisitContext } from '../visit';
import type { Placed } from './answers';
import type { AnswerResult, CheckAnswer } from './check';

type Reading = EventOf<'reading-taken'>;

/**
 * What a reading says of an earlier one of the same points that was wrong. At the same step it is asked for under the
 * same conditions against the same value, and its verdict holds; a free reading may have been held against anything, under
 * anything: its figure is held against what the first one should have been, and it says nothing unless the machine was
 * switched, called and plugged as it was then.
 */
export function rereadAnswer(
  context: VisitContext,
  before: Placed<'reading-taken'>,
  again: Placed<'reading-taken'>,
): CheckAnswer {
  const { index, line, event } = again;
  const answer = (result: AnswerResult, reason?: string): CheckAnswer => ({
    result,
    index,
    line,
    ...(reason === undefined ? {} : { reason }),
  });
  if (event.grade === 'assumed') return answer('unclear', 'It was taken for granted, not read.');
  if (isDeniedByFigure(event)) return answer('unclear', 'Its own figure denies what is said of it.');
  const { verdict } = measuredOutcome(event);
  if (isSameStep(before.event, event)) {
    if (verdict === 'within') return answer('passed');
    return isDecided(event) && !INCONCLUSIVE.has(verdict)
      ? answer('failed')
      : answer('unclear', `It was read again and says nothing: ${verdict}.`);
  }
  if (verdict === 'invalid') return answer('unclear', 'It was not read as it has to be.');
  const changed = otherCondition(context, before.line.conditions, line.conditions);
  if (changed !== undefined) return answer('unclear', `It was read under other conditions: ${changed}.`);
  return answer(...heldAgainst(before.event, event));
}

/** The same part of the same step, by the same way of measuring. */
export function isSameStep(one: Reading, other: Reading): boolean {
  return (
    one.step !== undefined &&
    one.step === other.step &&
    one.chart === other.chart &&
    one.part === other.part &&
    one.method === other.method
  );
}

/** What has to stand as it stood. */
const SET_UP: readonly ConditionGroup[] = ['supplies', 'calls', 'connectors', 'leads'];

/** The first thing that stands otherwise; of a supply counts whether it is on. */
function otherCondition({ model }: VisitContext, then: Conditions, now: Conditions): string | undefined {
  for (const group of SET_UP) {
    const ids = new Set([...Object.keys(then[group] ?? {}), ...Object.keys(now[group] ?? {})]);
    for (const id of ids) {
      const [was, is] = [stateOf(then, group, id), stateOf(now, group, id)];
      const isOther = group === 'supplies' ? (was === 'on') !== (is === 'on') : was !== is;
      if (isOther) return `${conditionName(model, { group, id })} ${is.replaceAll('-', ' ')}`;
    }
  }
  return undefined;
}

/** The figure held against what the first reading should have been; the probes turned, a polar quantity turns its sign. */
function heldAgainst(before: Reading, again: Reading): readonly [AnswerResult, string?] {
  const { low, high } = before.expectation ?? {};
  const { value, interval } = again.judgement;
  if (low === undefined && high === undefined) return ['unclear', 'Nobody noted what it should be.'];
  if (value === undefined && !interval) return ['unclear', 'It has no figure.'];
  const isTurned = before.from !== again.from && FUNCTIONS[again.function].polar;
  const ends = [interval?.low ?? value ?? -Infinity, interval?.high ?? value ?? Infinity];
  const [from = -Infinity, to = Infinity] = isTurned ? ends.map((end) => -end).reverse() : ends;
  const [least, most] = [low ?? -Infinity, high ?? Infinity];
  if (from >= least && to <= most) return ['passed'];
  return to < least || from > most ? ['failed'] : ['unclear', 'It is too close to its limit to call.'];
}
