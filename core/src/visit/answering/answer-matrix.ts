import { bypassRefusal } from '../../unit-model';
import { matrixProgress, type MatrixCell, type MatrixProgress } from '../reading';
import type { VisitContext, VisitState } from '../record';
import { refused, taken, type Answer, type Answered } from './answer';

type MatrixAnswer = Extract<Answer, { kind: 'jumper' | 'looked' }>;

/** The cell a matrix is at: the one with its jumper in goes before the one that comes next. */
export function matrixCellNow({ cells, next }: MatrixProgress): MatrixCell | undefined {
  return cells.find(({ isIn }) => isIn) ?? next;
}

/** A jumper goes in, one looks, it comes out: each is an event of its own. */
export function answerMatrix(context: VisitContext, state: VisitState, answer: MatrixAnswer): Answered {
  const progress = matrixProgress(context, state);
  if (!progress) return refused('The visit stands at no matrix of jumpers.');
  const cell = cellMeant(progress, answer);
  if (!cell?.jumper) return refused('There is no such jumper here.', progress.cells.map(cellName));
  const step = state.step ?? '';
  if (answer.kind === 'looked')
    return cell.isIn
      ? taken({ type: 'matrix-looked', step, call: cell.call.id, place: cell.place.id, works: answer.works })
      : refused('The jumper is not in yet.');
  if (answer.is === 'out') return taken({ type: 'bypass-removed', bypass: cell.jumper.bypass });
  const refusal = bypassRefusal(context.wiring, cell.jumper);
  return refusal === undefined ? taken(cell.jumper) : refused(refusal);
}

function cellMeant(progress: MatrixProgress, answer: MatrixAnswer): MatrixCell | undefined {
  const isNamed = answer.kind === 'jumper' && answer.call !== undefined;
  if (!isNamed) return matrixCellNow(progress);
  return progress.cells.find(({ call, place }) => call.id === answer.call && place.id === answer.place);
}

/** A look by its name: "mist@board". */
export function cellName({ call, place }: MatrixCell): string {
  return `${call.id}@${place.id}`;
}
