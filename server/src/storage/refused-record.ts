import { mkdir } from 'node:fs/promises';
import { join } from 'node:path';
import { replaceFile } from './journal';
import type { JournalRecord } from './journal-record';
import { sqlState } from './sql-state';

/** A record of the journal that no database can carry out, and why. */
export interface RefusedRecord {
  readonly record: JournalRecord;
  readonly why: string;
}

/** Classes of the database's codes that speak of the rows: bad data, and constraints (PostgreSQL, appendix A). */
const OF_THE_ROWS = ['22', '23'];

/** Whether the database would refuse the same rows whenever it is asked. */
export function isRefusedForGood(error: unknown): boolean {
  const code = sqlState(error) ?? '';
  return OF_THE_ROWS.some((each) => code.startsWith(each));
}

/**
 * Writes each refused record to a file of its own, where it can be looked at. Nobody was told that it is stored: an
 * acknowledged request was accepted by the database before it came into the journal.
 */
export async function keptAside(folder: string, refused: readonly RefusedRecord[]): Promise<readonly string[]> {
  if (refused.length === 0) return [];
  await mkdir(folder, { recursive: true });
  for (const { record, why } of refused)
    await replaceFile(join(folder, `record-${record.journalSeq}.json`), JSON.stringify({ why, ...record }, null, 1));
  const [{ why = '' } = {}] = refused;
  return [
    `${refused.length} ${refused.length === 1 ? 'record' : 'records'} of the journal cannot be carried out (${why}) and ` +
      `${refused.length === 1 ? 'was' : 'were'} set aside in ${folder}.`,
  ];
}
