import { TOUCHES_NOTHING, type EventKind } from '../record';
import { dotted } from './words';

/** What kind of work a repair takes. */
export const WORK_KINDS = [
  'replace',
  'component',
  're-terminate',
  'spare-core',
  'clean',
  'setting',
  'seal',
  'cause',
  'other',
] as const;
export type WorkKind = (typeof WORK_KINDS)[number];

export const WORK_KIND_WORDS: Readonly<Record<WorkKind, string>> = {
  replace: 'replace',
  component: 'repair the component',
  're-terminate': 'terminate anew',
  'spare-core': 'move to a spare core',
  clean: 'clean',
  setting: 'set',
  seal: 'seal',
  cause: 'take the cause away',
  other: 'other work',
};

/** For what a work is done: so that nothing hides among what was diagnosed. */
export const WORK_REASONS = ['diagnosed', 'precaution', 'wish'] as const;
export type WorkReason = (typeof WORK_REASONS)[number];

export const WORK_REASON_WORDS: Readonly<Record<WorkReason, string>> = {
  diagnosed: 'diagnosed',
  precaution: 'precaution',
  wish: "customer's wish",
};

/** Something that has to be done at the machine. */
export interface WorkPlanned {
  readonly type: 'work-planned';
  readonly kind: WorkKind;
  readonly text: string;
  readonly reason: WorkReason;
  /** Element of the unit model it concerns. */
  readonly item?: string;
  /** Id of the finding it serves. */
  readonly finding?: string;
}

export const workPlanned: EventKind<WorkPlanned> = {
  ...TOUCHES_NOTHING,
  words: (_context, _state, { event }) => ({
    kind: 'note',
    title: `To do: ${event.text}`,
    detail: dotted(WORK_KIND_WORDS[event.kind], WORK_REASON_WORDS[event.reason]),
  }),
};
