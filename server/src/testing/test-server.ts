import { cpSync, existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { v7 as uuid } from 'uuid';
import type { EventBody, VisitEvent } from '@juxtameter/core';
import type { VisitPage, VisitSummary } from '@juxtameter/contract';
import { readDemo } from '@juxtameter/demo';
import { startServer, type RunningServer, type StartOptions } from '../start-server';
import { freshDatabaseUrl } from './postgres';

/** A folder of its own for one spec; gone afterwards. */
export function scratchFolder(): string {
  return mkdtempSync(join(tmpdir(), 'juxtameter-spec-'));
}

let template: Promise<string> | undefined;

/** Creating a database takes seconds: it is done once, and every spec works on a copy. */
async function templateFolder(): Promise<string> {
  const folder = scratchFolder();
  process.on('exit', () => rmSync(folder, { recursive: true, force: true }));
  const server = await startServer({
    settings: { host: '127.0.0.1', port: 0, dataDir: folder },
    page: '/nowhere',
    demo: readDemo,
  });
  await server.stop();
  return folder;
}

export async function seededFolder(): Promise<string> {
  template ??= templateFolder();
  const folder = scratchFolder();
  cpSync(await template, folder, { recursive: true });
  return folder;
}

export interface TestServer extends RunningServer {
  readonly folder: string;
  request(
    method: string,
    path: string,
    body?: unknown,
    headers?: Record<string, string>,
  ): Promise<{ status: number; body: Answer; headers: Headers; text: string }>;
}

/** What a list shows of the visits touched last, a hundred at most. */
export async function listed(server: TestServer): Promise<readonly VisitSummary[]> {
  const { body } = await server.request('GET', '/api/visits?limit=100');
  return (body as unknown as VisitPage).visits;
}

/** A JSON answer, looked into by the specs. */
export type Answer = Record<string, never> & { [key: string]: Answer };

/** The real server on a real folder and a free port. */
export async function testServer(
  folder?: string,
  page = '/nowhere',
  url?: string,
  storageOptions: StartOptions['storageOptions'] = {},
): Promise<TestServer> {
  const databaseUrl = url ?? (folder === undefined ? await freshDatabaseUrl() : undefined);
  const dataDir = folder ?? (databaseUrl === undefined ? await seededFolder() : scratchFolder());
  const settings = { host: '127.0.0.1', port: 0, dataDir, ...(databaseUrl === undefined ? {} : { databaseUrl }) };
  const server = await startServer({ settings, page, demo: readDemo, storageOptions });
  return {
    ...server,
    folder: dataDir,
    async request(method, path, body, headers = {}) {
      const init: RequestInit = {
        method,
        headers: { ...(body === undefined ? {} : { 'content-type': 'application/json' }), ...headers },
      };
      if (body !== undefined) init.body = typeof body === 'string' ? body : JSON.stringify(body);
      const response = await fetch(`${server.address}${path}`, init);
      const text = await response.text();
      const isJson = /[/+]json\b/.test(response.headers.get('content-type') ?? '');
      return {
        status: response.status,
        text,
        headers: response.headers,
        body: (isJson ? JSON.parse(text) : {}) as Answer,
      };
    },
  };
}

export function discard(folder: string): void {
  if (existsSync(folder)) rmSync(folder, { recursive: true, force: true });
}

/** What the log of every visit begins with. */
export const OPENING: EventBody = { type: 'visit-opened', unit: 'mist-line-3', complaint: 'none' };

/** Events of one device in a visit, numbered in order. */
export function eventMaker(visit: string): (body: EventBody, overrides?: Partial<VisitEvent>) => VisitEvent {
  const device = uuid();
  let deviceSeq = 0;
  return (body, overrides = {}) => {
    deviceSeq += 1;
    const envelope = {
      id: uuid(),
      visit,
      device,
      deviceSeq,
      seenSeq: 0,
      at: '2026-11-25T09:00:00.000Z',
      monotonic: deviceSeq,
      by: 'Wren',
    };
    return { ...envelope, ...body, ...overrides } as VisitEvent;
  };
}
