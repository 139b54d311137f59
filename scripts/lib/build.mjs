import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync } from 'node:zlib';
import { root } from './packages.mjs';

const SOURCES = [
  'angular.json',
  'tsconfig.base.json',
  'package.json',
  'package-lock.json',
  'LICENSE',
  'web/tsconfig.app.json',
  'web/tsconfig.worker.json',
  'web/ngsw-config.json',
  'web/src',
  'web/public',
  'core/src',
  'contract/src',
  'scripts/lib/build.mjs',
];
const stamp = join(root, 'dist', 'web', 'source-hash');
const index = join(root, 'dist', 'web', 'browser', 'index.html');

/** Builds the page when any of its sources changed since the last build. Returns whether it succeeded. */
export function buildPage() {
  const hash = hashOf(SOURCES);
  if (existsSync(index) && existsSync(stamp) && readFileSync(stamp, 'utf8') === hash) return true;
  console.error('Building the page (about half a minute)...');
  rmSync(stamp, { force: true });
  const ng = join(root, 'node_modules', '@angular', 'cli', 'bin', 'ng.js');
  const result = spawnSync(process.execPath, [ng, 'build', 'web'], {
    cwd: root,
    stdio: ['ignore', 'pipe', 'pipe'],
    encoding: 'utf8',
    env: { ...process.env, NG_CLI_ANALYTICS: 'false' },
  });
  if (result.status !== 0) {
    console.error(result.stdout, result.stderr);
    return false;
  }
  writeNotices(join(root, 'dist', 'web'));
  packFiles(join(root, 'dist', 'web', 'browser'));
  writeFileSync(stamp, hash);
  return true;
}

/** Fonts and icons that are shipped with the page, beside the libraries the builder lists. */
const FONTS = ['@fontsource-variable/sofia-sans', '@fontsource-variable/noto-sans-mono', 'primeicons'];

/** The licence of the product and those of everything it is made of, served beside the page. */
function writeNotices(folder) {
  const libraries = readFileSync(join(folder, '3rdpartylicenses.txt'), 'utf8');
  const fonts = FONTS.map(
    (name) => `Package: ${name}\n${readFileSync(join(root, 'node_modules', name, 'LICENSE'), 'utf8')}`,
  );
  const rule = `\n${'-'.repeat(80)}\n`;
  writeFileSync(join(folder, 'browser', 'notices.txt'), [libraries.trim(), ...fonts].join(rule));
  writeFileSync(join(folder, 'browser', 'licence.txt'), readFileSync(join(root, 'LICENSE'), 'utf8'));
}

/** Packs every file of text once, as tightly as it goes: the server has no time for that. */
function packFiles(folder) {
  for (const name of readdirSync(folder).filter((each) => /\.(js|css|svg|json)$/.test(each))) {
    const packed = brotliCompressSync(readFileSync(join(folder, name)));
    writeFileSync(join(folder, `${name}.br`), packed);
  }
}

function hashOf(paths) {
  const hash = createHash('sha256');
  for (const file of paths.flatMap(filesOf).sort())
    hash
      .update(file)
      .update('\0')
      .update(readFileSync(join(root, file)))
      .update('\0');
  return hash.digest('hex');
}

function filesOf(path) {
  if (statSync(join(root, path)).isFile()) return path.endsWith('.spec.ts') ? [] : [path];
  return readdirSync(join(root, path)).flatMap((name) => filesOf(`${path}/${name}`));
}
