import { setImmediate as turn, setTimeout as wait } from 'node:timers/promises';
import { sql } from 'drizzle-orm';
import type { Database, OpenDatabase } from '../database/open-database';
import { conflict, RequestProblem } from '../request-problem';
import { isOfTheDisk, storageFull, type DiskRoom } from './disk-room';
import { applyEntries, type Entry } from './entry';
import type { Journal } from './journal';
import { sqlState } from './sql-state';

/** What a request wants stored, found out inside the transaction that will store it. */
export interface Plan<Answer> {
  readonly entries: readonly Entry[];
  readonly answer: Answer;
}

/** `planned` is what requests of the same group before this one want stored: not all of it is in the database yet. */
export type Planner<Answer> = (database: Database, planned: readonly Entry[]) => Promise<Plan<Answer>>;

/** Asked before and after the journal is written. */
export type Fence = () => boolean;

interface Job {
  /** What others must not change meanwhile. */
  readonly locks: readonly string[];
  readonly planner: Planner<unknown>;
  readonly settle: (outcome: Outcome) => void;
}

type Outcome = { readonly answer: unknown } | { readonly error: unknown };

/** The name under which sites, units and documents are locked. */
export const LIBRARY = 'library';

/** Milliseconds that long work waits for a gap between what is stored. */
const LONGEST_GAP = 20;

/** More than this many requests in one transaction would let the first wait too long. */
const LARGEST_GROUP = 256;

/**
 * The only one that writes. Requests that wait are carried out together: each is planned and its rows are made in one
 * transaction, then one synced write puts all their records into the journal, then the transaction is committed, and
 * only then is anybody answered. Nothing reaches the journal that the database has not accepted: a start after a crash
 * could not carry it out.
 */
export class Writer {
  private readonly waiting: Job[] = [];
  private readonly idle: (() => Promise<void>)[] = [];
  private running: Promise<void> | undefined;

  constructor(
    private readonly open: Pick<OpenDatabase, 'database' | 'attendance'>,
    /** Missing with a PostgreSQL server, which keeps its own. */
    private readonly journal: Journal | undefined,
    /** Told after a transaction that came to nothing: what was remembered from it is not so. */
    private readonly onUndone: () => void = () => undefined,
    /** Told after every transaction that stored something. */
    private readonly onStored: () => void = () => undefined,
    /** Missing where the disk is somebody else's. */
    private readonly room?: Pick<DiskRoom, 'isFull'>,
    /** Whether the folder is still this process's own. */
    private readonly fence: Fence = () => true,
    private readonly isDamaged: () => boolean = () => false,
  ) {}

  /**
   * Stores what the planner asks for, whole or not at all. `locks` names the visits it looks at; without any it is about
   * the library. Where several servers share the database, no other stores anything about these meanwhile: orders grow
   * within a visit as they are stored.
   * @throws RequestProblem as the planner refuses.
   */
  write<Answer>(planner: Planner<Answer>, locks: readonly string[] = [LIBRARY]): Promise<Answer> {
    return new Promise<Answer>((resolve, reject) => {
      const settle = (outcome: Outcome): void =>
        'answer' in outcome ? resolve(outcome.answer as Answer) : reject(outcome.error as Error);
      this.waiting.push({ planner, settle, locks });
      this.running ??= this.run();
    });
  }

  /** Runs something while nothing is written; at the next turn, however much waits to be written. Keep it short. */
  whileIdle<Result>(task: () => Promise<Result>): Promise<Result> {
    return new Promise<Result>((resolve, reject) => {
      this.idle.push(() => task().then(resolve, reject));
      this.running ??= this.run();
    });
  }

  /**
   * Comes back when nothing is written, or soon, for work that takes long beside all requests and is cut into short
   * parts: whoever stores waits for one part at most, and the work goes on however much is stored.
   */
  async gap(): Promise<void> {
    await turn();
    const stop = new AbortController();
    await Promise.race([this.running, wait(LONGEST_GAP, undefined, { signal: stop.signal }).catch(() => undefined)]);
    stop.abort();
  }

  private async run(): Promise<void> {
    while (this.waiting.length > 0 || this.idle.length > 0) {
      // The database answers without yielding to the network: without a turn no group would ever form.
      await turn();
      await this.idle.shift()?.();
      if (this.waiting.length > 0) await this.store(this.waiting.splice(0, LARGEST_GROUP));
    }
    this.running = undefined;
  }

  private async store(jobs: readonly Job[]): Promise<void> {
    if (this.open.attendance?.isHeld === false) return jobs.forEach((job) => job.settle({ error: outOfReach() }));
    if (this.isDamaged()) return jobs.forEach((job) => job.settle({ error: damaged() }));
    // Asked before the database is: it breaks on a disk that is full, and then reading would end as well.
    if (this.room?.isFull) return jobs.forEach((job) => job.settle({ error: storageFull() }));
    const outcomes = await this.tryTogether(jobs);
    if (outcomes) {
      outcomes.forEach((settle) => settle());
      return this.onStored();
    }
    // One request that the database refuses must not take the others down.
    for (const job of jobs) {
      const alone = jobs.length > 1 ? await this.tryTogether([job]) : undefined;
      if (alone) alone.forEach((settle) => settle());
      else job.settle({ error: this.lastError });
    }
  }

  private lastError: unknown;

  /** Carries out a group; undefined when nothing of it was stored. */
  private async tryTogether(jobs: readonly Job[]): Promise<readonly (() => void)[] | undefined> {
    let journaled: readonly number[] = [];
    try {
      return await this.open.database.transaction(async (transaction) => {
        const settled: (() => void)[] = [];
        const records: (readonly Entry[])[] = [];
        const later: Entry[] = [];
        if (this.open.attendance) await lock(transaction, jobs);
        for (const job of jobs) {
          const entries = await planned(transaction, job, records.flat(), settled);
          if (entries.length === 0) continue;
          records.push(entries);
          // Events are remembered by whoever planned them; what else is stored must be there for the next plan.
          if (entries.some((entry) => entry.kind !== 'events-stored')) await applyEntries(transaction, entries);
          else later.push(...entries);
        }
        if (records.length > 0) {
          await applyEntries(transaction, later, this.journal && this.journal.lastSeq + records.length);
          if (!this.fence()) throw takenOver();
          journaled = (await this.journal?.append(records.map((entries) => ({ entries })))) ?? [];
          // Stopped in the middle, and woken up when another server had taken the folder: nobody is told that it is stored.
          if (!this.fence()) throw takenOver();
        }
        return settled;
      });
    } catch (error) {
      this.lastError = asProblem(error);
      this.onUndone();
      // What the journal says was done was not done: a start after a crash would do it, though it was refused.
      if (journaled.length > 0) await this.withdraw(journaled);
      return undefined;
    }
  }

  private async withdraw(journaled: readonly number[]): Promise<void> {
    // It is another's journal by now.
    if (!this.fence()) return;
    try {
      await this.journal?.append([{ void: journaled }]);
    } catch (error) {
      // The next start will do what was refused; whoever sends it again is told that it is there.
      this.lastError = asProblem(error);
    }
  }
}

/** Until the transaction ends; always in the same order, so that no two servers wait for each other. */
async function lock(transaction: Database, jobs: readonly Job[]): Promise<void> {
  const names = [...new Set(jobs.flatMap(({ locks }) => locks))].sort();
  await transaction.execute(
    sql`select pg_advisory_xact_lock(hashtextextended(name, 0)) from json_array_elements_text(${JSON.stringify(names)}::json) as wanted (name)`,
  );
}

/** The entries of one request; a refusal is that request's own answer and leaves the group alone. */
async function planned(
  transaction: Database,
  job: Job,
  before: readonly Entry[],
  settled: (() => void)[],
): Promise<readonly Entry[]> {
  try {
    const { entries, answer } = await job.planner(transaction, before);
    settled.push(() => job.settle({ answer }));
    return entries;
  } catch (error) {
    if (!(error instanceof RequestProblem)) throw error;
    settled.push(() => job.settle({ error }));
    return [];
  }
}

export function takenOver(): RequestProblem {
  return new RequestProblem(
    503,
    'Taken over',
    'Another Juxtameter has taken over this data folder; nothing was stored here. Ask that one.',
  );
}

function damaged(): RequestProblem {
  return new RequestProblem(
    503,
    'Database damaged',
    'The database of this server turned out to be damaged; nothing was stored. Start the server anew: it builds the database from its dump and its journal, which have everything.',
  );
}

function outOfReach(): RequestProblem {
  return new RequestProblem(503, 'Database out of reach', 'The PostgreSQL server is out of reach; nothing was stored.');
}

function asProblem(error: unknown): unknown {
  if (sqlState(error) === '23505')
    return conflict('Nothing was stored: an id or a device number is already taken by something else.');
  return isOfTheDisk(error) ? storageFull() : error;
}
