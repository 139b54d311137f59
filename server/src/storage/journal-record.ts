import { hash } from 'node:crypto';
import type { Entry } from './entry';

/** What one request did, or that an earlier record was not carried out. */
export type JournalBody = { readonly entries: readonly Entry[] } | { readonly void: readonly number[] };

/** `group` is the first record of those that were brought to the disk together: until all of it is there, none counts. */
export type JournalRecord = { readonly journalSeq: number; readonly group: number } & JournalBody;

/** First line of a journal: to which database it belongs, and after which record it begins. */
export interface JournalHeader {
  readonly format: 'juxtameter/journal';
  readonly version: 1;
  readonly lineage: string;
  readonly after: number;
}

const PREFIX = '{"sum":"';
const SUM_LENGTH = 16;
const REST_FROM = PREFIX.length + SUM_LENGTH + 2;

/**
 * One line of JSON that begins with the first 16 hex digits of the SHA-256 of what follows it in the line, so that any
 * tool can read it and a changed byte shows.
 */
export function encodeLine(content: JournalHeader | JournalRecord): string {
  const rest = JSON.stringify(content).slice(1);
  return `${PREFIX}${sumOf(rest)}",${rest}\n`;
}

/** What a line holds; undefined when it is cut short or not what was written. */
export function decodeLine(line: string): unknown {
  const rest = line.slice(REST_FROM);
  const isWhole = line.startsWith(PREFIX) && line.slice(PREFIX.length, REST_FROM) === `${sumOf(rest)}",`;
  return isWhole ? (JSON.parse(`{${rest}`) as unknown) : undefined;
}

function sumOf(text: string): string {
  return hash('sha256', text).slice(0, SUM_LENGTH);
}

export function isHeader(content: unknown): content is JournalHeader {
  return isObject(content) && content['format'] === 'juxtameter/journal' && content['version'] === 1;
}

export function isRecord(content: unknown): content is JournalRecord {
  return isObject(content) && typeof content['journalSeq'] === 'number' && typeof content['group'] === 'number';
}

function isObject(content: unknown): content is Record<string, unknown> {
  return typeof content === 'object' && content !== null;
}
