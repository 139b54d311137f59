import { TOUCHES_NOTHING, type EventKind } from '../record';
import { monitorOutcome, monitorsOf } from '../watching';

export interface MonitorEnded {
  readonly type: 'monitor-ended';
  /** Id of the `monitor-started`. */
  readonly monitor: string;
}

export const monitorEnded: EventKind<MonitorEnded> = {
  ...TOUCHES_NOTHING,
  words(context, state, { event }) {
    const monitor = monitorsOf(context, state).find(({ started }) => started.id === event.monitor);
    return {
      kind: 'mark',
      title: 'Watch ended',
      detail: monitor ? monitorOutcome(context, monitor).words.join(' ') : '',
    };
  },
};
