import { execFileSync } from 'node:child_process';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { brotliDecompressSync } from 'node:zlib';
import { replay, type FindingGrade } from '@juxtameter/core';
import { visitContext, type VisitDocument } from '@juxtameter/contract';
import { visitContract } from '@juxtameter/contract/check';
import { archiveCommand } from './archive-command';
import { discard, listed, scratchFolder, testServer, type TestServer } from './testing/test-server';

const MUSEUM = fileURLToPath(new URL('../museum/', import.meta.url));

/** Data folders and archives as earlier versions wrote them: every change of a stored format adds the one before it. */
describe('what earlier versions stored', () => {
  for (const version of readdirSync(MUSEUM)) {
    it(`opens unchanged: ${version}`, async () => {
      const fromFolder = await opened(unpacked(version));
      const fromArchive = await opened(await restored(version));
      expect(fromFolder.visits.length).toBeGreaterThan(0);
      expect(fromFolder.library).toBe(fromArchive.library);
      expect(fromFolder.visits.map(({ text }) => text)).toEqual(fromArchive.visits.map(({ text }) => text));
      for (const { text } of fromFolder.visits) {
        const checked = visitContract.validate(JSON.parse(text));
        expect(checked.ok).withContext(JSON.stringify(checked).slice(0, 300)).toBeTrue();
        const { pinned, events, id } = JSON.parse(text) as VisitDocument;
        const state = replay(visitContext(pinned), events);
        expect(state.trail.length).withContext(id).toBe(events.length);
        expect(state.findings.map(({ grade }) => grade)).toEqual(gradesIn(events));
      }
    });
  }
});

interface Opened {
  readonly library: string;
  readonly visits: readonly { readonly text: string }[];
}

async function opened(folder: string): Promise<Opened> {
  const server = await testServer(folder);
  try {
    const list = await listed(server);
    const visits = await exported(server, list.map(({ id }) => id).sort());
    // How a document is hashed is the server's own matter.
    const library = (await server.request('GET', '/api/library')).text.replace(/"hash":"\w+"/g, '');
    return { library, visits };
  } finally {
    await server.stop();
    discard(folder);
  }
}

async function exported(server: TestServer, ids: readonly string[]): Promise<readonly { readonly text: string }[]> {
  const visits = [];
  for (const id of ids) visits.push(await server.request('GET', `/api/visits/${id}/export.json`));
  return visits;
}

function unpacked(version: string): string {
  const folder = scratchFolder();
  const tar = join(scratchFolder(), 'data.tar');
  writeFileSync(tar, brotliDecompressSync(readFileSync(join(MUSEUM, version, 'data-folder.tar.br'))));
  execFileSync('tar', ['-xf', tar, '-C', folder]);
  return folder;
}

async function restored(version: string): Promise<string> {
  const dataDir = join(scratchFolder(), 'restored');
  const settings = { host: '127.0.0.1', port: 0, dataDir };
  await archiveCommand(['restore', join(MUSEUM, version, 'archive.zip')], settings, () => undefined);
  return dataDir;
}

/** Findings that stand, by the events alone. */
function gradesIn(events: VisitDocument['events']): readonly FindingGrade[] {
  const takenBack = new Set(events.flatMap((event) => (event.type === 'retracted' ? [event.event] : [])));
  return events.flatMap((event) => (event.type === 'finding-reached' && !takenBack.has(event.id) ? [event.grade] : []));
}
