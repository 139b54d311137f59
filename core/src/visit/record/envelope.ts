/** What every event of a visit's log carries. */
export interface EventEnvelope {
  /** UUIDv7, made where the event happened. */
  readonly id: string;
  readonly visit: string;
  /** One open page of the product; a reload makes a new one, so that monotonic times are comparable within it. */
  readonly device: string;
  /** Counts from 1 within the device. */
  readonly deviceSeq: number;
  /** Highest server `seq` the device had seen. */
  readonly seenSeq: number;
  /** Wall time, ISO 8601. Shown, never used to order. */
  readonly at: string;
  /** How far the clock on the wall was ahead of UTC then and there, as `+01:00`. Missing in records from before it was kept. */
  readonly zone?: string;
  /** Milliseconds on the device's monotonic clock. */
  readonly monotonic: number;
  /** Who did it, in their own words. */
  readonly by: string;
  /** The chart that was walked when it was logged. Missing where none was, and in records from before it was kept. */
  readonly chart?: string;
  /** Order given by the server; missing while the event waits for delivery. */
  readonly seq?: number;
}
