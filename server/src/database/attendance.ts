import type { Pool, PoolClient } from 'pg';
import { StartRefused } from '../settings';

/** Any number that is ours: whoever uses the database holds a share of this lock for as long as its connection lives. */
const PRESENT = 4310_0001;
/** Milliseconds before a lost connection is made anew. */
const RECONNECT_AFTER = 1000;
/** Milliseconds another server may take to prepare the database. */
const PATIENCE = 30_000;

/** What is done with the database before it is used, while nobody else uses it, and what when somebody does. */
export interface Arrival {
  first(): Promise<void>;
  joining(): Promise<void>;
}

/**
 * The presence of this server at a database that several use. Whoever comes while nobody is there may change what all
 * rely on, and notes that a new stretch of orders begins: only then can the database have been put back to an older
 * copy. A lost connection is a lost presence; nothing is stored until it is taken up again.
 */
export class Attendance {
  private client: PoolClient | undefined;
  private isGivenUp = false;
  private onRegained: () => void = () => undefined;

  constructor(
    private readonly pool: Pool,
    private readonly arrival: Arrival,
  ) {}

  get isHeld(): boolean {
    return this.client !== undefined;
  }

  /** Another server may have written meanwhile: what was remembered may not be so. */
  whenRegained(forget: () => void): void {
    this.onRegained = forget;
  }

  /** Comes to the database; `isAlone` where nobody else may be there. @throws StartRefused where somebody is. */
  async take(isAlone = false): Promise<void> {
    const client = await this.pool.connect();
    try {
      client.on('error', () => this.lose(client));
      const { rows } = await client.query<{ first: boolean }>('select pg_try_advisory_lock($1) as first', [PRESENT]);
      if (rows[0]?.first) {
        await this.arrival.first();
        await client.query('select pg_advisory_lock_shared($1)', [PRESENT]);
        await client.query('select pg_advisory_unlock($1)', [PRESENT]);
      } else {
        if (isAlone) throw new StartRefused('The database of DATABASE_URL is in use by a Juxtameter; stop it first.');
        await client.query(`set lock_timeout = ${PATIENCE}`);
        await client.query('select pg_advisory_lock_shared($1)', [PRESENT]);
        await this.arrival.joining();
      }
      this.client = client;
    } catch (error) {
      client.release(true);
      throw error;
    }
  }

  giveUp(): void {
    this.isGivenUp = true;
    const { client } = this;
    this.client = undefined;
    client?.release(true);
  }

  private lose(client: PoolClient): void {
    if (client !== this.client) return;
    this.client = undefined;
    client.release(true);
    this.retry();
  }

  private retry(): void {
    setTimeout(() => {
      if (this.isGivenUp) return;
      this.take().then(
        () => this.onRegained(),
        () => this.retry(),
      );
    }, RECONNECT_AFTER).unref();
  }
}
