import type { ChildProcess } from 'node:child_process';
import type { ImportRequest } from '@juxtameter/contract/check';
import { RequestProblem } from '../request-problem';
import { childProcess, isOutOfMemory } from '../run-aside';
import type { AskOnFile, LookedThrough, OnFile, Progress } from './look-through';

/** What looking through files may take. */
export interface LookLimits {
  /** Milliseconds. */
  readonly time: number;
  /** Megabytes of documents and of what is made of them. */
  readonly memory: number;
}

export const LOOK_LIMITS: LookLimits = { time: 30_000, memory: 1024 };

/** Milliseconds. */
const KEPT_FOR = 60_000;

/** What the process is told. */
export type Told =
  | { readonly kind: 'look'; readonly files: ImportRequest['files'] }
  | { readonly kind: 'on-file'; readonly onFile: OnFile };

/** What the process says. */
export type Said =
  | { readonly kind: 'ready' }
  | { readonly kind: 'progress'; readonly done: number; readonly of: number }
  | { readonly kind: 'ask'; readonly models: readonly string[] }
  | { readonly kind: 'done'; readonly looked: LookedThrough }
  | { readonly kind: 'failed'; readonly message: string };

/**
 * Looks through files in processes of their own, within limits of time and memory, so that no file holds up anybody else.
 * A process that did its work is used again; one that was cut off is not.
 */
export class LookProcesses {
  private readonly idle: Reader[] = [];

  constructor(private readonly limits: LookLimits = LOOK_LIMITS) {}

  /** @throws RequestProblem where it takes more than it may, or where whoever asked has gone. */
  async look(
    files: ImportRequest['files'],
    askOnFile: AskOnFile,
    progress: Progress,
    stop: AbortSignal,
  ): Promise<LookedThrough> {
    if (stop.aborted) throw stoppedProblem();
    const reader = this.idle.pop() ?? new Reader(this.limits);
    const looked = await reader.look(files, askOnFile, progress, stop);
    this.keep(reader);
    return looked;
  }

  /** Ends the processes that wait for another import. */
  close(): void {
    for (const reader of this.idle.splice(0)) reader.end();
  }

  /** Kept for the next import for a while: it holds memory, and beginning one takes a second. */
  private keep(reader: Reader): void {
    this.idle.push(reader);
    setTimeout(() => {
      const place = this.idle.indexOf(reader);
      if (place < 0) return;
      this.idle.splice(place, 1);
      reader.end();
    }, KEPT_FOR).unref();
  }
}

/** What happens while files are looked through. */
interface Look {
  readonly said: (said: Said) => void;
  readonly cutOff: (error: Error) => void;
}

/** One process, which looks through one import at a time. */
class Reader {
  private readonly child: ChildProcess;
  private readonly ready: Promise<void>;
  private present: Look | undefined;

  constructor(private readonly limits: LookLimits) {
    this.child = childProcess('look-through', limits.memory);
    this.child.unref();
    this.child.channel?.unref();
    this.ready = new Promise((resolve) => {
      this.child.on('message', (said: Said) => (said.kind === 'ready' ? resolve() : this.present?.said(said)));
    });
    this.child.on('error', (error) => this.present?.cutOff(error));
    this.child.on('exit', (code, signal) =>
      this.present?.cutOff(
        isOutOfMemory(code, signal)
          ? tooMuch('needed too much memory')
          : new Error('Looking through the files ended early.'),
      ),
    );
  }

  end(): void {
    this.child.kill('SIGKILL');
  }

  look(
    files: ImportRequest['files'],
    askOnFile: AskOnFile,
    progress: Progress,
    stop: AbortSignal,
  ): Promise<LookedThrough> {
    const { time } = this.limits;
    return new Promise((resolve, reject) => {
      let late: NodeJS.Timeout | undefined;
      const finish = (): void => {
        clearTimeout(late);
        stop.removeEventListener('abort', stopped);
        this.present = undefined;
      };
      const cutOff = (error: Error): void => {
        finish();
        this.end();
        reject(error);
      };
      const stopped = (): void => cutOff(stoppedProblem());
      const said = (news: Said): void => {
        switch (news.kind) {
          case 'progress':
            return progress(news.done, news.of);
          case 'ask':
            return void askOnFile(news.models).then((onFile) => this.tell({ kind: 'on-file', onFile }), cutOff);
          case 'failed':
            return cutOff(new Error(news.message));
          case 'done':
            finish();
            return resolve(news.looked);
        }
      };
      this.present = { said, cutOff };
      stop.addEventListener('abort', stopped);
      void this.ready.then(() => {
        // Stopped before it was there.
        if (this.present?.said !== said) return;
        late = setTimeout(() => cutOff(tooMuch(`took longer than ${time / 1000} s`)), time);
        this.tell({ kind: 'look', files });
      });
    });
  }

  private tell(told: Told): void {
    if (this.child.connected) this.child.send(told);
  }
}

function stoppedProblem(): RequestProblem {
  return new RequestProblem(499, 'Stopped', 'Stopped; nothing was stored.');
}

function tooMuch(what: string): RequestProblem {
  return new RequestProblem(
    413,
    'Too much at once',
    `Looking through these files ${what}; nothing was stored. Bring in fewer at a time, or smaller ones.`,
  );
}
