// Runs the command line: `npm run -s juxta -- lint FILE...`.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { buildServer } from './lib/build.mjs';
import { installPackages, root } from './lib/packages.mjs';

installPackages({ quiet: true });
if (!(await buildServer())) process.exit(1);
// What works on the stored data belongs to the server, which knows how it is stored.
const isAsked = process.argv.slice(3).some((each) => ['--help', '-h'].includes(each));
const isStorage = ['backup', 'restore', 'rebuild'].includes(process.argv[2]) && !isAsked;
const entry = join(root, 'dist', 'server', isStorage ? 'archive-main.js' : 'juxta.js');
const cwd = process.env.INIT_CWD ?? process.cwd();
const result = spawnSync(process.execPath, [entry, ...process.argv.slice(2)], {
  stdio: 'inherit',
  cwd,
});
process.exit(result.status ?? 1);
