// The specs of the core, the contract, the server and the command line under Node, in seconds:
// `npm run spec -- core/src/path` runs a folder, `-- --watch FILE` runs again whenever something it reads changes.
import { spawn } from 'node:child_process';
import { existsSync, statSync } from 'node:fs';
import { join, relative, resolve } from 'node:path';
import { installPackages, root } from './lib/packages.mjs';

installPackages({ quiet: true });
const args = process.argv.slice(2);
const isWatching = args.includes('--watch');
const options = args.filter((each) => each.startsWith('--') && each !== '--watch');
const places = args.filter((each) => !each.startsWith('--'));
const asked = places.length > 0 ? places : ['core/src', 'contract/src', 'cli/src'];
const cwd = process.env.INIT_CWD ?? process.cwd();

const child = spawn(
  process.execPath,
  [
    ...(isWatching ? ['--watch', '--watch-preserve-output'] : []),
    '--import',
    'tsx',
    join(root, 'node_modules/jasmine/bin/jasmine.js'),
    '--helper=server/src/testing/patience.ts',
    ...options,
    ...asked.map(specsIn),
  ],
  { cwd: root, stdio: 'inherit' },
);
child.on('exit', (code) => process.exit(code ?? 1));
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal));

/** The specs at a path: those of a folder, a spec itself, or the specs beside a source file. */
function specsIn(place) {
  const full = [resolve(cwd, place), resolve(root, place)].find((each) => existsSync(each));
  if (full === undefined) {
    console.error(`There is no ${place}; accepted: a folder, a spec, or a source file, such as core/src/path`);
    process.exit(2);
  }
  const path = relative(root, full).replaceAll('\\', '/');
  if (statSync(full).isDirectory()) return `${path}/**/*.spec.ts`;
  return path.endsWith('.spec.ts') ? path : `${path.slice(0, path.lastIndexOf('/'))}/*.spec.ts`;
}
