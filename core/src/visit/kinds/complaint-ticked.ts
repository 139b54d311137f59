import { TOUCHES_NOTHING, type EventKind } from '../record';

export interface ComplaintTicked {
  readonly type: 'complaint-ticked';
  /** Id of the event that noted it. */
  readonly complaint: string;
  readonly result: 'gone' | 'remains' | 'not-tested';
  readonly text?: string;
}

export const RESULT_WORDS: Readonly<Record<ComplaintTicked['result'], string>> = {
  gone: 'gone',
  remains: 'still there',
  'not-tested': 'not tested',
};

export const complaintTicked: EventKind<ComplaintTicked> = {
  ...TOUCHES_NOTHING,
  words: (_context, _state, { event }) => ({
    kind: 'look',
    title: `Complaint ${RESULT_WORDS[event.result]}`,
    detail: event.text ?? '',
  }),
};
