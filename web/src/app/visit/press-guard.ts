/** Milliseconds within which a second press is the same tap of a wet thumb, or a key that bounced. */
export const BOUNCE = 350;
/** Milliseconds in which nobody has read what is to be done at the machine. */
export const UNREAD = 700;

/** A key struck or a tap, by the clock of the page (milliseconds). */
export interface Press {
  readonly at: number;
  /** The key is held, and the system strikes it again. */
  readonly isRepeat: boolean;
}

/** What the page shows, and since when (milliseconds of the same clock). */
export interface Shown {
  /** Anything of the visit changed on the screen. */
  readonly changedAt: number;
  /** Another step came up. */
  readonly stepAt: number;
  /** The step is done with hands at the machine: supply, lock, cover, call or jumper. */
  readonly isForHands: boolean;
}

/** Milliseconds of the page's clock from which a press on what is shown counts. */
export function readyAt({ changedAt, stepAt, isForHands }: Shown): number {
  return isForHands ? Math.max(changedAt + BOUNCE, stepAt + UNREAD) : changedAt + BOUNCE;
}

/**
 * Whether a press answers what is on the screen. It does not where it was held over from before, where it may be the
 * second half of the press before it, and where nobody can have read what it would confirm.
 */
export function pressCounts(press: Press, shown: Shown): boolean {
  return !press.isRepeat && press.at >= readyAt(shown);
}
