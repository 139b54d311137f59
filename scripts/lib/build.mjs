import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync } from 'node:zlib';
import { root } from './packages.mjs';

const PAGE_SOURCES = [
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
const SERVER_SOURCES = [
  'package-lock.json',
  'core/src',
  'contract/src',
  'server/src',
  'cli/src',
  'demo/src',
  'scripts/lib/build.mjs',
];
const SERVER = join(root, 'dist', 'server');

/** What is run under Node: the server, its work on stored data, the command line, and what the server runs aside. */
const PROGRAMS = {
  main: 'server/src/main.ts',
  'archive-main': 'server/src/archive-main.ts',
  juxta: 'cli/src/juxta.ts',
  ...Object.fromEntries(
    readdirSync(join(root, 'server/src/aside')).map((file) => [
      `aside-${file.replace('.ts', '')}`,
      `server/src/aside/${file}`,
    ]),
  ),
};

/** Runs a build when any of its sources changed since it was last done. Returns whether what it makes is there. */
async function unlessDone(target, sources, work) {
  const stamp = join(target, 'source-hash');
  const hash = hashOf(sources);
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === hash) return true;
  rmSync(stamp, { force: true });
  if (!(await work())) return false;
  writeFileSync(stamp, hash);
  return true;
}

/** Builds the page when any of its sources changed since the last build. Returns whether it succeeded. */
export function buildPage() {
  const target = join(root, 'dist', 'web');
  return unlessDone(target, PAGE_SOURCES, () => {
    console.error('Building the page (about half a minute)...');
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
    writeNotices(target);
    packFiles(join(target, 'browser'));
    return true;
  });
}

/**
 * Builds what runs under Node into plain script, so that no start has to take the types off, and beside it the empty
 * database a new data folder begins with. Put in place whole: a server that runs goes on with the files it has.
 */
export function buildServer() {
  return unlessDone(SERVER, SERVER_SOURCES, async () => {
    const draft = `${SERVER}.new-${process.pid}`;
    rmSync(draft, { recursive: true, force: true });
    const { build } = await import('esbuild');
    await build({
      absWorkingDir: root,
      entryPoints: PROGRAMS,
      outdir: draft,
      bundle: true,
      splitting: true,
      format: 'esm',
      platform: 'node',
      target: 'node20',
      sourcemap: true,
      plugins: [OURS],
    });
    await keepEmptyDatabase(join(draft, 'empty-database'));
    rmSync(SERVER, { recursive: true, force: true });
    renameSync(draft, SERVER);
    return true;
  });
}

/** Only our own packages become part of a program; those of others stay where they were installed. */
const OURS = {
  name: 'ours',
  setup(builder) {
    builder.onResolve({ filter: /^[^./]/ }, ({ path, kind }) =>
      kind === 'entry-point' || path.startsWith('@juxtameter/') ? undefined : { path, external: true },
    );
  },
};

async function keepEmptyDatabase(folder) {
  const { PGlite } = await import('@electric-sql/pglite');
  const database = await PGlite.create(folder);
  await database.exec('checkpoint');
  await database.close();
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
