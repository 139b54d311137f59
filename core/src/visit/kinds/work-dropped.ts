import { TOUCHES_NOTHING, type EventKind } from '../record';

/** What was planned is not done after all. */
export interface WorkDropped {
  readonly type: 'work-dropped';
  /** Id of the `work-planned`. */
  readonly work: string;
  readonly reason: string;
}

export const workDropped: EventKind<WorkDropped> = {
  ...TOUCHES_NOTHING,
  fallsWith: ({ work }) => work,
  words: (_context, state, { event }) => ({
    kind: 'note',
    title: `Not done: ${plannedText(state, event.work)}`,
    detail: event.reason,
  }),
};

function plannedText(
  { trail }: { readonly trail: readonly { readonly event: { readonly id: string; readonly type: string } }[] },
  work: string,
): string {
  const planned = trail.find(({ event }) => event.id === work)?.event;
  return planned && 'text' in planned ? String(planned.text) : 'work';
}
