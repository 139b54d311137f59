import { capital, standingOf, type EventOf, type VisitContext, type VisitState } from '../visit';
import { settingsOf } from '../unit-model';
import { linesOf, saidOf } from './answers';
import type { Asked, CheckAnswer } from './check';
import { renewedBoards } from './renewed-boards';

/**
 * Whether a setting of the new board is right: by the old one, and by every other source that says what it has to be. No
 * source outvotes another; one that differs asks for an answer.
 */
function agreed(
  now: string,
  old: string | undefined,
  sourced: readonly EventOf<'setting-sourced'>[],
): { readonly result: 'passed' | 'unclear'; readonly reason: string } {
  const others = sourced.filter(({ value }) => value !== now);
  const differ = [
    ...(old === undefined || old === now ? [] : [`the old one stood at ${old}`]),
    ...others.map(({ source, value }) => `${source} says ${value}`),
  ];
  if (differ.length > 0)
    return { result: 'unclear', reason: `It is at ${now}, and ${differ.join(', ')}: say which is right.` };
  const agree = [...(old === undefined ? [] : ['the old one']), ...new Set(sourced.map(({ source }) => source))];
  return agree.length > 0
    ? { result: 'passed', reason: `At ${now}, as ${agree.join(' and ')}.` }
    : {
        result: 'unclear',
        reason: `It is at ${now}, and nobody noted what the old one stood at: hold it against the plate or the diagram.`,
      };
}

/** What the old board stood at, the new one has to stand at; where nobody noted the old one, a third source says. */
export function settingChecks(context: VisitContext, state: VisitState): readonly Asked[] {
  const renewed = renewedBoards(context, state);
  return settingsOf(context.model).flatMap(({ address, board, setting }): readonly Asked[] => {
    const since = renewed.get(board.id);
    if (since === undefined) return [];
    const id = `setting:${address}`;
    const read = linesOf(state, 'setting-read').filter(({ event }) => event.setting === address);
    const old = read.findLast(({ index, event }) => index < since && event.grade !== 'assumed')?.event.value;
    const sourced = standingOf(state, 'setting-sourced').filter(({ setting: of }) => of === address);
    const answers = read
      .filter(({ index }) => index > since)
      .map(({ index, line, event }): CheckAnswer => {
        const { result, reason } = agreed(event.value, old, sourced);
        return { result, index, line, reason };
      });
    return [
      {
        check: {
          id,
          kind: 'setting',
          words: `${capital(setting.name ?? address)} of the new board is set as it has to be`,
        },
        answers: [...answers, ...saidOf(state, id).filter(({ index }) => index > since)],
        demand: 'lasting',
      },
    ];
  });
}
