// Runs the command line from its TypeScript source: `npm run -s juxta -- lint FILE...`.
import { spawnSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { installPackages } from './lib/packages.mjs';

installPackages({ quiet: true });
// What works on the stored data belongs to the server, which knows how it is stored.
const isAsked = process.argv.slice(3).some((each) => ['--help', '-h'].includes(each));
const isStorage = ['backup', 'restore', 'rebuild'].includes(process.argv[2]) && !isAsked;
const source = isStorage ? '../server/src/archive-main.ts' : '../cli/src/juxta.ts';
const entry = fileURLToPath(new URL(source, import.meta.url));
const cwd = process.env.INIT_CWD ?? process.cwd();
const tsx = import.meta.resolve('tsx');
const result = spawnSync(process.execPath, ['--import', tsx, entry, ...process.argv.slice(2)], {
  stdio: 'inherit',
  cwd,
});
process.exit(result.status ?? 1);
