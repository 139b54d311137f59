import { TOUCHES_NOTHING, type EventKind } from '../record';

/** Every wire was held against the list once more, before anything gets power. */
export interface TransferChecked {
  readonly type: 'transfer-checked';
  /** Id of the `transfer-begun`. */
  readonly transfer: string;
  readonly note?: string;
}

export const transferChecked: EventKind<TransferChecked> = {
  ...TOUCHES_NOTHING,
  fallsWith: ({ transfer }) => transfer,
  words: (_context, _state, { event }) => ({
    kind: 'look',
    title: 'Every wire held against the list once more',
    detail: event.note ?? '',
  }),
};
