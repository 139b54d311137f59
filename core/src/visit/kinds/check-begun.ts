import { TOUCHES_NOTHING, type EventKind } from '../record';

/** A check of the repair that takes its time begins: the machine runs, and is left running. */
export interface CheckBegun {
  readonly type: 'check-begun';
  readonly check: string;
}

export const checkBegun: EventKind<CheckBegun> = {
  ...TOUCHES_NOTHING,
  words: () => ({ kind: 'mark', title: 'Left running, to see whether it lasts' }),
};
