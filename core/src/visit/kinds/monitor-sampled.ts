import { formatReading, type Reading } from '../../quantity';
import { TOUCHES_NOTHING, type EventKind } from '../record';

/** What the meter shows at this moment of a watch. */
export interface MonitorSampled {
  readonly type: 'monitor-sampled';
  /** Id of the `monitor-started`. */
  readonly monitor: string;
  readonly text: string;
  readonly reading: Reading;
}

export const monitorSampled: EventKind<MonitorSampled> = {
  ...TOUCHES_NOTHING,
  words: (_context, _state, { event }) => ({
    kind: 'look',
    title: 'Sample of the watch',
    value: formatReading(event.reading),
  }),
};
