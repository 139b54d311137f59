import { elementName, type UnitModelDocument } from '../../unit-model';
import { standingOf, type EventOf, type SignNoted, type VisitContext, type VisitState } from '../record';

/** One question of the first look at a machine, before anything is touched. */
export interface OpeningQuestion {
  readonly id: string;
  readonly question: string;
  /** What was said last: it is so, or it was looked for and is not. */
  readonly isSo?: boolean;
  /** In which order it began to run: "2nd". */
  readonly order?: string;
  /** What a tap logs. */
  readonly yes: SignNoted;
  readonly no: SignNoted;
}

/** What one sees, hears or feels at work: whether it runs is known without a meter. */
const AT_WORK: ReadonlySet<string> = new Set(['motor', 'heater', 'contactor', 'igniter', 'gas-valve', 'valve']);

const ORDINALS = ['1st', '2nd', '3rd'];

/**
 * The first look: is there supply, is it called, what runs and what does not, in which order. Of a machine that is not
 * drawn the first two alone; what runs is then said in words.
 */
export function openingCheck({ model }: VisitContext, state: VisitState): readonly OpeningQuestion[] {
  const said = standingOf(state, 'sign-noted');
  const grade = state.opened?.reporter === undefined ? 'observed' : 'reported';
  const running = said.filter(({ what, isThere, value }) => what === RUNNING && isThere && value !== undefined).length;
  const ask = (question: string, what: string, where: string, id: string): OpeningQuestion => {
    const sign = { type: 'sign-noted', sense: 'sight', what, where, grade } as const;
    const last = said.findLast((each) => each.what === what && each.where === where);
    const order = what === RUNNING ? { value: ORDINALS[running] ?? `${running + 1}th` } : {};
    return {
      id,
      question,
      ...answerOf(last),
      yes: { ...sign, isThere: true, ...order },
      no: { ...sign, isThere: false },
    };
  };
  return [
    ask('Is there supply?', 'supply', AT_MACHINE, 'supply'),
    ask('Is it called?', 'call', AT_MACHINE, 'call'),
    ...atWork(model).map(({ id, name }) => ask(`${name} at work?`, RUNNING, name, id)),
  ];
}

const RUNNING = 'at work';
const AT_MACHINE = 'at the machine';

function answerOf(last: EventOf<'sign-noted'> | undefined): Pick<OpeningQuestion, 'isSo' | 'order'> {
  if (!last) return {};
  return { isSo: last.isThere, ...(last.value === undefined ? {} : { order: last.value }) };
}

function atWork(model: UnitModelDocument): readonly { readonly id: string; readonly name: string }[] {
  return model.devices.filter(({ kind }) => AT_WORK.has(kind)).map(({ id }) => ({ id, name: elementName(model, id) }));
}
