// Makes the demo visits anew from their scripts: `npm run demo`. With `-- --check` says which differ and puts all back.
import { spawnSync } from 'node:child_process';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { installPackages, root } from './lib/packages.mjs';

installPackages({ quiet: true });
const isCheck = process.argv.includes('--check');
const folder = join(root, 'demo/data/visits');
const read = () => new Map(readdirSync(folder).map((name) => [name, readFileSync(join(folder, name), 'utf8')]));

const before = read();
for (const script of readdirSync(join(root, 'demo/src')).filter((name) => name.startsWith('build-'))) {
  const { status } = spawnSync(process.execPath, ['--import', 'tsx', join(root, 'demo/src', script)], {
    cwd: root,
    stdio: 'inherit',
  });
  if (status !== 0) process.exit(1);
}
spawnSync(process.execPath, [
  join(root, 'node_modules/prettier/bin/prettier.cjs'),
  '--write',
  '--log-level',
  'warn',
  folder,
]);
const different = [...read()].filter(([name, text]) => before.get(name) !== text).map(([name]) => name);
if (isCheck)
  for (const name of different)
    console.error(`demo/data/visits/${name} is not what its script makes; run: npm run demo`);
if (isCheck) {
  for (const [name, text] of before) writeFileSync(join(folder, name), text);
  process.exitCode = different.length > 0 ? 1 : 0;
}
