import { closed, MACHINE_LEFT_WORDS, type MachineLeft } from '../safety';
import { TOUCHES_NOTHING, type EventKind } from '../record';

export interface VisitClosed {
  readonly type: 'visit-closed';
  /** Why something at the machine stays altered: a plug out, a lead off, a cover off. */
  readonly leaves?: string;
  /** What stood altered when it was closed, in words. */
  readonly altered?: readonly string[];
  /** Why nothing is named, where no finding was recorded. */
  readonly without?: string;
  /** How the machine was left; missing in records from before it was asked. */
  readonly machine?: MachineLeft;
  /** What was open when it was closed, in words. */
  readonly open?: readonly string[];
  /** Why that stays open. */
  readonly openBecause?: string;
}

export const visitClosed: EventKind<VisitClosed> = {
  ...TOUCHES_NOTHING,
  undo: 'never',
  apply: closed,
  words: (_context, _state, { event }) => ({ kind: 'mark', title: 'Visit closed', detail: leftWords(event) }),
};

/** How it was left, in words; empty where nothing was said. */
export function leftWords(closing: VisitClosed): string {
  const { leaves = '', altered = [], without = '', machine, open = [], openBecause = '' } = closing;
  return [
    machine === undefined ? '' : `The machine ${isState(machine) ? 'is ' : ''}${MACHINE_LEFT_WORDS[machine]}`,
    without === '' ? '' : `Nothing named: ${without}`,
    open.length === 0 ? '' : `Open, ${openBecause}: ${open.join('; ')}`,
    leaves === '' ? '' : [`Left so, ${leaves}`, altered.join('; ')].filter((each) => each !== '').join(': '),
  ]
    .filter((each) => each !== '')
    .join('. ');
}

function isState(machine: MachineLeft): boolean {
  return machine !== 'working' && machine !== 'watched';
}
