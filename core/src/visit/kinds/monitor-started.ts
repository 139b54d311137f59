import type { MeasurementFunction } from '../../quantity';
import { terminalLabel } from '../../unit-model';
import { TOUCHES_NOTHING, type EventKind } from '../record';

/** A long watch of two points begins. */
export interface MonitorStarted {
  readonly type: 'monitor-started';
  readonly function: MeasurementFunction;
  readonly from: string;
  readonly to: string;
  /** The expected value as it was typed; empty where it is not known. */
  readonly expects: string;
  /** The step it is done for, where there is one. */
  readonly step?: string;
}

export const monitorStarted: EventKind<MonitorStarted> = {
  ...TOUCHES_NOTHING,
  words: ({ model }, _state, { event }) => ({
    kind: 'look',
    title: `Watched: ${terminalLabel(model, event.from)} to ${terminalLabel(model, event.to)}`,
    detail: event.expects,
  }),
};
