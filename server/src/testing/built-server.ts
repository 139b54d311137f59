import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { BUILT, ROOT } from '../places';

let main: string | undefined;

/** The server as people run it, built anew where its source has changed. */
export function builtServer(): string {
  if (main === undefined) {
    execFileSync(process.execPath, [join(ROOT, 'scripts', 'build.mjs'), 'server'], { stdio: 'inherit' });
    main = join(BUILT, 'main.js');
  }
  return main;
}
