import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { cpSync, mkdtempSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** Names the folder with the demo data that is made once for all tests; handed to the workers by environment. */
const TEMPLATE = 'JUXTAMETER_E2E_TEMPLATE';

/** The real server as a process of its own, which can be killed and started again on the same data and port. */
export class ServerProcess {
  private child?: ChildProcess;
  address = '';
  private port = '0';

  private constructor(private readonly folder: string) {}

  static async start(): Promise<ServerProcess> {
    const folder = mkdtempSync(join(tmpdir(), 'juxtameter-e2e-'));
    const template = process.env[TEMPLATE];
    if (template !== undefined) cpSync(template, folder, { recursive: true });
    const server = new ServerProcess(folder);
    await server.resume();
    return server;
  }

  /** Fills a folder with the demo data; the function given back takes it away again. */
  static async makeTemplate(): Promise<() => void> {
    const folder = mkdtempSync(join(tmpdir(), 'juxtameter-e2e-template-'));
    const server = new ServerProcess(folder);
    await server.resume();
    await server.end('SIGINT');
    process.env[TEMPLATE] = folder;
    return () => rmSync(folder, { recursive: true, force: true });
  }

  async resume(): Promise<void> {
    const env = { ...process.env, DATA_DIR: this.folder, PORT: this.port };
    this.child = spawn(process.execPath, ['dist/server/main.js'], {
      env,
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    this.address = await addressOf(this.child);
    this.port = new URL(this.address).port;
  }

  /** As after a power cut: the machine started anew, and what the database had not synced is not to be trusted. */
  async resumeAfterPowerCut(): Promise<void> {
    writeFileSync(join(this.folder, 'session.json'), JSON.stringify({ boot: 'before the power cut', closed: false }));
    await this.resume();
  }

  /** Everything stored is gone, and the server begins anew at the same address. */
  async beginEmpty(): Promise<void> {
    await this.end('SIGINT');
    rmSync(this.folder, { recursive: true, force: true });
    await this.resume();
  }

  /** Keeps what is stored now, and gives back how to put the server back to it. */
  async keepState(): Promise<() => Promise<void>> {
    const copy = `${this.folder}-older`;
    await this.end('SIGINT');
    cpSync(this.folder, copy, { recursive: true });
    await this.resume();
    return async () => {
      await this.end('SIGINT');
      rmSync(this.folder, { recursive: true, force: true });
      renameSync(copy, this.folder);
      await this.resume();
    };
  }

  async kill(): Promise<void> {
    await this.end('SIGKILL');
  }

  async discard(): Promise<void> {
    await this.end('SIGKILL');
    rmSync(this.folder, { recursive: true, force: true });
  }

  private async end(signal: NodeJS.Signals): Promise<void> {
    if (!this.child || this.child.exitCode !== null || this.child.signalCode !== null) return;
    const gone = once(this.child, 'exit');
    this.child.kill(signal);
    await gone;
  }
}

async function addressOf(child: ChildProcess): Promise<string> {
  for await (const chunk of child.stdout ?? []) {
    const address = /http:\/\/\S+/.exec(String(chunk))?.[0];
    if (address) return address;
  }
  throw new Error('the server ended without an address');
}
