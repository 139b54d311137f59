import { codeSignWords, type CodeSign } from '../../unit-model';
import { TOUCHES_NOTHING, type EventKind, type Grade } from '../record';
import { dotted } from './words';

export interface CodeRead {
  readonly type: 'code-read';
  readonly code: string;
  readonly lamp?: string;
  readonly sign?: CodeSign;
  /** What the legend says, where the code table has nothing. */
  readonly meaning?: string;
  /** From memory of the board, not shown by itself now. */
  readonly stored: boolean;
  /** Place in the list of stored codes, the newest first. */
  readonly order?: number;
  /** How often the board counted it. */
  readonly count?: number;
  readonly how: 'taps' | 'read' | 'told';
  /** Of the blink reader, from 0 to 1. */
  readonly confidence?: number;
  readonly grade: Grade;
}

export const codeRead: EventKind<CodeRead> = {
  ...TOUCHES_NOTHING,
  words(_context, _state, { event }) {
    const count = event.count === undefined ? '' : `, ${event.count} times`;
    return {
      kind: 'look',
      title: `Code ${event.code}${event.lamp === undefined ? '' : ` on ${event.lamp}`}`,
      detail: dotted(
        `${event.stored ? 'stored' : 'shown'}${count}`,
        event.sign ? codeSignWords(event.sign) : '',
        event.meaning,
      ),
    };
  },
};
