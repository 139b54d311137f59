import { FUNCTIONS, inBase, readQuantity } from '../quantity';
import { itemOf, type SupplyDocument } from '../unit-model';
import { isDeniedByFigure, type VisitContext, type VisitState } from '../visit';
import { linesOf, saidOf, type Placed } from './answers';
import { withoutPower } from './as-it-stood';
import type { Asked, CheckAnswer } from './check';
import { renewedBoards } from './renewed-boards';

/** Rails that a renewed board makes: read on the new one. */
export function railChecks(context: VisitContext, state: VisitState): readonly Asked[] {
  const { model } = context;
  const boards = new Set(renewedBoards(context, state).keys());
  return model.supplies
    .filter(({ from }) => from !== undefined && boards.has(itemOf(model, from)))
    .map((supply) => {
      const id = `rail:${supply.id}`;
      const points = new Set(Object.values(supply.terminals ?? {}));
      const read = linesOf(state, 'reading-taken').filter(
        ({ event }) => points.has(event.from) && points.has(event.to) && FUNCTIONS[event.function].unit === 'V',
      );
      return {
        check: { id, kind: 'rail', words: `${supply.name ?? supply.id} of the new board reads as it should` },
        answers: [...read.flatMap((each) => railAnswer(context, state, supply, each)), ...saidOf(state, id)],
        demand: 'measurement',
      };
    });
}

/** A rail is shown by its nominal voltage; a reading that was to be nothing, as one that proves it dead, says nothing of it. */
function railAnswer(
  context: VisitContext,
  state: VisitState,
  { nominal }: SupplyDocument,
  { index, line, event }: Placed<'reading-taken'>,
): readonly CheckAnswer[] {
  const { low = -Infinity, high = Infinity } = event.expectation ?? {};
  const volts = Math.abs(inBase(readQuantity(nominal, 'nominal', 'voltage')));
  const isOfNominal = [volts, -volts].some((each) => each >= low && each <= high) && (low > 0 || high < 0);
  if (event.proof || !isOfNominal || event.grade === 'assumed') return [];
  const { verdict } = event.judgement;
  if (verdict === 'within' && !isDeniedByFigure(event)) return [{ result: 'passed', index, line }];
  const [unpowered] = withoutPower(context, state, index);
  const isWrong = verdict === 'low' || verdict === 'absent' || verdict === 'partial' || verdict === 'high';
  if (isWrong && unpowered === undefined) return [{ result: 'failed', index, line }];
  return [{ result: 'unclear', index, line, reason: unpowered ?? `It was read and says nothing: ${verdict}.` }];
}
