import { END } from '../../procedure';
import { isFreeUnitModel, settingOf } from '../../unit-model';
import type { Reference, VisitContext, VisitEvent } from '../record';
import { referencesOf } from './event-kinds';

/** What an event names and the documents of its visit do not have; of a unit only the visit itself knows. */
export function unknownReferences(context: VisitContext, event: VisitEvent): readonly Reference[] {
  return referencesOf(event).filter(({ to, id }) => to !== 'unit' && !IS_KNOWN[to](context, id));
}

type IsKnown = (context: VisitContext, id: string) => boolean;

const isAmong = (id: string, list: readonly { readonly id: string }[] = []): boolean =>
  list.some((each) => each.id === id);

const IS_KNOWN: Readonly<Record<Exclude<Reference['to'], 'unit'>, IsKnown>> = {
  chart: ({ procedures }, id) => Object.hasOwn(procedures, id),
  step: ({ procedures }, id) => id === END || Object.values(procedures).some(({ steps }) => Object.hasOwn(steps, id)),
  supply: ({ model }, id) => isAmong(id, model.supplies),
  // Of a machine that is not drawn a call has the name it is given at the machine.
  call: ({ model }, id) => isFreeUnitModel(model) || isAmong(id, model.calls),
  sequence: ({ model }, id) => isAmong(id, model.sequences),
  recipe: ({ model }, id) => isAmong(id, model.recipes),
  setting: ({ model }, id) => settingOf(model, id) !== undefined,
  board: ({ model }, id) => isAmong(id, model.boards),
  meter: ({ meters }, id) => Object.hasOwn(meters, id),
};
