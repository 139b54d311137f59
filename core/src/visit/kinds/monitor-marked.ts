import { elementName } from '../../unit-model';
import { TOUCHES_NOTHING, type EventKind } from '../record';
import { capital } from './words';

export const MONITOR_MARKS = ['out', 'back', 'pressed', 'flexed', 'wiggled', 'warmed', 'cooled', 'released'] as const;
export type MonitorMark = (typeof MONITOR_MARKS)[number];

/** It dropped out, came back, or somebody did something to a part. */
export interface MonitorMarked {
  readonly type: 'monitor-marked';
  /** Id of the `monitor-started`. */
  readonly monitor: string;
  readonly mark: MonitorMark;
  /** What was pressed, flexed or wiggled. */
  readonly item?: string;
}

export const monitorMarked: EventKind<MonitorMarked> = {
  ...TOUCHES_NOTHING,
  words: ({ model }, _state, { event: { mark, item } }) => ({
    kind: 'look',
    title: `${capital(mark)}${item === undefined ? '' : `: ${elementName(model, item)}`}`,
    detail: 'during the watch',
  }),
};
