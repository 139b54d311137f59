import { sequenceOf } from '../../unit-model';
import { TOUCHES_NOTHING, type EventKind } from '../record';
import { watchedSequence } from './called';
import { capital, spoken } from './words';

export const STAGE_MARKS = ['actual', 'commanded', 'never'] as const;
export type StageMark = (typeof STAGE_MARKS)[number];

export interface StageMarked {
  readonly type: 'stage-marked';
  /** Id of the `watch-started`. */
  readonly watch: string;
  readonly stage: string;
  /** Seen or heard to happen, only commanded (a lamp, a click), or not at all. */
  readonly mark: StageMark;
}

const MARK_WORDS: Readonly<Record<StageMark, string>> = {
  actual: 'happens',
  commanded: 'is commanded',
  never: 'did not happen',
};

export const stageMarked: EventKind<StageMarked> = {
  ...TOUCHES_NOTHING,
  words({ model }, state, { event }) {
    const sequence = sequenceOf(model, watchedSequence(state, event.watch) ?? '');
    const name = sequence?.stages.find(({ id }) => id === event.stage)?.name ?? spoken(event.stage);
    return { kind: 'look', title: `${capital(name)} ${MARK_WORDS[event.mark]}` };
  },
};
