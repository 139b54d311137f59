import { execFileSync } from 'node:child_process';
import { ServerProcess } from './server-process';

/** Brings the server up to date and makes the demo data once; what it gives back runs after the last test. */
export default async function globalSetup(): Promise<() => void> {
  execFileSync(process.execPath, ['scripts/build.mjs', 'server'], { stdio: 'inherit' });
  return ServerProcess.makeTemplate();
}
