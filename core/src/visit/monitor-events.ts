import type { MeasurementFunction, Reading } from '../quantity';

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

/** What the meter shows at this moment of a watch. */
export interface MonitorSampled {
  readonly type: 'monitor-sampled';
  readonly monitor: string;
  readonly text: string;
  readonly reading: Reading;
}

export const MONITOR_MARKS = ['out', 'back', 'pressed', 'flexed', 'wiggled', 'warmed', 'cooled', 'released'] as const;
export type MonitorMark = (typeof MONITOR_MARKS)[number];

/** It dropped out, came back, or somebody did something to a part. */
export interface MonitorMarked {
  readonly type: 'monitor-marked';
  readonly monitor: string;
  readonly mark: MonitorMark;
  /** What was pressed, flexed or wiggled. */
  readonly item?: string;
}

export interface MonitorEnded {
  readonly type: 'monitor-ended';
  readonly monitor: string;
}
