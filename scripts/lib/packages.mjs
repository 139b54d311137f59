import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { refuseOldNode } from './engine.mjs';

refuseOldNode();

export const root = dirname(dirname(dirname(fileURLToPath(import.meta.url))));
const stamp = join(root, 'node_modules', '.juxtameter-lock-hash');

/** Installs the npm packages when they are missing or the lock file changed since. */
export function installPackages({ quiet = false } = {}) {
  const lock = readFileSync(join(root, 'package-lock.json'));
  const hash = createHash('sha256').update(lock).digest('hex');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === hash) return;
  if (!quiet) console.error('Installing npm packages (first time, or the lock file changed)...');
  const result = spawnSync('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    cwd: root,
    stdio: quiet ? ['ignore', 'ignore', 'inherit'] : 'inherit',
  });
  if (result.status !== 0) {
    console.error('npm ci failed: the packages could not be installed. Is the npm registry in reach?');
    process.exit(1);
  }
  writeFileSync(stamp, hash);
}
