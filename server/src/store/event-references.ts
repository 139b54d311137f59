import { END, OTHER_BOARD, settingOf, type VisitContext, type VisitEvent } from '@juxtameter/core';
import type { FieldProblem, PinnedDocuments } from '@juxtameter/contract';

/** What an event names and the visit's pinned documents do not have. */
export function referenceProblems(
  context: VisitContext,
  pinned: PinnedDocuments,
  event: VisitEvent,
  path: string,
): FieldProblem[] {
  const problems: FieldProblem[] = [];
  const check = (field: string, isKnown: boolean, what: string): void => {
    if (!isKnown) problems.push({ path: `${path}.${field}`, message: `names ${what} this visit does not have` });
  };
  const hasStep = (id: string): boolean =>
    id === END || Object.values(context.procedures).some((each) => Object.hasOwn(each.steps, id));
  if (event.type === 'visit-opened') check('unit', event.unit === pinned.unit.id, 'a unit');
  if (event.type === 'procedure-started') {
    check('procedure', Object.hasOwn(context.procedures, event.procedure), 'a procedure');
    check('start', hasStep(event.start), 'a step');
  }
  if (event.type === 'step-jumped') check('to', hasStep(event.to), 'a step');
  if ('step' in event && event.step !== undefined) check('step', hasStep(event.step), 'a step');
  if ('next' in event && event.next !== undefined) check('next', hasStep(event.next), 'a step');
  if (event.type === 'supply-changed')
    check(
      'supply',
      context.model.supplies.some((each) => each.id === event.supply),
      'a supply',
    );
  if (event.type === 'call-changed')
    check(
      'call',
      (context.model.calls ?? []).some((each) => each.id === event.call),
      'a call',
    );
  if (event.type === 'watch-started')
    check(
      'sequence',
      (context.model.sequences ?? []).some((each) => each.id === event.sequence),
      'a sequence',
    );
  if (event.type === 'recipe-played')
    check(
      'recipe',
      (context.model.recipes ?? []).some((each) => each.id === event.recipe),
      'a recipe',
    );
  if (event.type === 'setting-read')
    check('setting', settingOf(context.model, event.setting) !== undefined, 'a setting');
  if (event.type === 'board-identified')
    check(
      'board',
      context.model.boards.some((each) => each.id === event.board) || event.board === OTHER_BOARD,
      'a board',
    );
  if ('meter' in event && event.meter !== undefined)
    check('meter', Object.hasOwn(context.meters, event.meter), 'a meter');
  return problems;
}
