import { sequenceOf } from '../../unit-model';
import { TOUCHES_NOTHING, type EventKind } from '../record';
import { watchedSequence } from './called';
import { capital, spoken } from './words';

/**
 * Seen or heard to happen; not so far; and of the command alone, which a lamp or a click shows: there, not there though
 * somebody looked, and nobody could tell.
 */
export const STAGE_MARKS = ['actual', 'commanded', 'never', 'not-commanded', 'command-unknown'] as const;
export type StageMark = (typeof STAGE_MARKS)[number];

export interface StageMarked {
  readonly type: 'stage-marked';
  /** Id of the `watch-started`. */
  readonly watch: string;
  readonly stage: string;
  readonly mark: StageMark;
}

const MARK_WORDS: Readonly<Record<StageMark, string>> = {
  actual: ' happens',
  commanded: ' is commanded',
  never: ' has not happened',
  'not-commanded': ' is not commanded',
  'command-unknown': ': whether it is commanded could not be told',
};

export const stageMarked: EventKind<StageMarked> = {
  ...TOUCHES_NOTHING,
  words({ model }, state, { event }) {
    const sequence = sequenceOf(model, watchedSequence(state, event.watch) ?? '');
    const name = sequence?.stages.find(({ id }) => id === event.stage)?.name ?? spoken(event.stage);
    return { kind: 'look', title: `${capital(name)}${MARK_WORDS[event.mark]}` };
  },
};
