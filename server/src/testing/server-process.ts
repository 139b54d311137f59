import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { builtServer } from './built-server';

/** The real server in a process of its own, which can be killed. */
export interface ServerProcess {
  readonly address: string;
  readonly child: ChildProcess;
  /** Everything it said on its way up. */
  readonly said: string;
  post(path: string, body: unknown): Promise<Response>;
  kill(signal?: NodeJS.Signals): Promise<void>;
}

export async function serverProcess(folder: string, env: Record<string, string> = {}): Promise<ServerProcess> {
  const child = spawn(process.execPath, [builtServer()], {
    env: { ...process.env, DATA_DIR: folder, PORT: '0', ...env },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  const { address, said } = await addressOf(child);
  return {
    address,
    child,
    said,
    post: (path, body) =>
      fetch(`${address}${path}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
      }),
    async kill(signal = 'SIGKILL') {
      if (child.exitCode !== null || child.signalCode !== null) return;
      const gone = once(child, 'exit');
      child.kill(signal);
      await gone;
    },
  };
}

export async function addressOf(child: ChildProcess): Promise<{ readonly address: string; readonly said: string }> {
  let said = '';
  child.stderr?.on('data', (chunk) => (said += String(chunk)));
  for await (const chunk of child.stdout ?? []) {
    said += String(chunk);
    const address = /http:\/\/\S+/.exec(said)?.[0];
    if (address) return { address, said };
  }
  throw new Error(`The server ended without an address: ${said}`);
}
