import { capital, type VisitContext, type VisitState } from '../visit';
import { settingsOf } from '../unit-model';
import { linesOf, saidOf } from './answers';
import type { Asked, CheckAnswer } from './check';
import { renewedBoards } from './renewed-boards';

/** What the old board stood at, the new one has to stand at; where nobody noted the old one, a third source says. */
export function settingChecks(context: VisitContext, state: VisitState): readonly Asked[] {
  const renewed = renewedBoards(context, state);
  return settingsOf(context.model).flatMap(({ address, board, setting }): readonly Asked[] => {
    const since = renewed.get(board.id);
    if (since === undefined) return [];
    const id = `setting:${address}`;
    const read = linesOf(state, 'setting-read').filter(({ event }) => event.setting === address);
    const old = read.findLast(({ index, event }) => index < since && event.grade !== 'assumed')?.event.value;
    const answers = read
      .filter(({ index }) => index > since)
      .map(({ index, line, event }): CheckAnswer => {
        if (old === event.value) return { result: 'passed', index, line, reason: `Both at ${old}.` };
        const reason =
          old === undefined
            ? `It is at ${event.value}, and nobody noted what the old one stood at: hold it against the plate or the diagram.`
            : `The old one stood at ${old}, this one at ${event.value}: say which is right.`;
        return { result: 'unclear', index, line, reason };
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
