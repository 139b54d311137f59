/** A picture made ready to be kept: upright, of a size that is enough, without what the camera added. */
export interface PreparedPhoto {
  readonly hash: string;
  readonly bytes: ArrayBuffer;
  readonly width: number;
  readonly height: number;
  /** When the original was taken, as an ISO time; missing where it does not say. */
  readonly takenAt?: string;
}

/** What the worker answers: the picture, or why there is none, in words. */
export type Prepared = PreparedPhoto | { readonly refused: string };

/** A file that is handed to the worker, and how far this clock is ahead of UTC: cameras write no zone. */
export interface ToPrepare {
  readonly file: Blob;
  readonly minutesAhead: number;
}
