import { RequestProblem } from '../request-problem';

/** So many wait behind those that run; more are told to come again. */
const MOST_WAITING = 8;

/** Lets so many tasks run at a time, the others in the order they came. */
export class Turns {
  private running = 0;
  private readonly waiting: (() => void)[] = [];

  constructor(private readonly atOnce: number) {}

  /** @throws RequestProblem when too many wait already, and what the task throws. */
  async run<Result>(stop: AbortSignal, task: () => Promise<Result>): Promise<Result> {
    if (this.waiting.length >= MOST_WAITING)
      throw new RequestProblem(
        503,
        'Busy',
        'Other imports are being looked through; nothing was stored. Try again in a minute.',
      );
    if (this.running >= this.atOnce) await new Promise<void>((resolve) => this.waiting.push(resolve));
    this.running += 1;
    try {
      stop.throwIfAborted();
      return await task();
    } finally {
      this.running -= 1;
      this.waiting.shift()?.();
    }
  }
}
