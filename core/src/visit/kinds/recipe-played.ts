import { TOUCHES_NO_SUPPLY, type EventKind } from '../record';

/** A service mode or another recipe of the unit was gone through. */
export interface RecipePlayed {
  readonly type: 'recipe-played';
  readonly recipe: string;
  readonly result: 'entered' | 'aborted';
}

export const recipePlayed: EventKind<RecipePlayed> = {
  ...TOUCHES_NO_SUPPLY,
  refersTo: ({ recipe }) => [{ field: 'recipe', to: 'recipe', id: recipe }],
  words: ({ model }, _state, { event }) => ({
    kind: 'energy',
    title: `${model.recipes?.find(({ id }) => id === event.recipe)?.name ?? event.recipe}: ${event.result}`,
  }),
};
