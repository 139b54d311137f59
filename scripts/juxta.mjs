// Runs the command line from its TypeScript source: `npm run -s juxta -- lint FILE...`.
import { spawnSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { installPackages } from './lib/packages.mjs';

installPackages({ quiet: true });
const entry = fileURLToPath(new URL('../cli/src/juxta.ts', import.meta.url));
const cwd = process.env.INIT_CWD ?? process.cwd();
const tsx = import.meta.resolve('tsx');
const result = spawnSync(process.execPath, ['--import', tsx, entry, ...process.argv.slice(2)], {
  stdio: 'inherit',
  cwd,
});
process.exit(result.status ?? 1);
