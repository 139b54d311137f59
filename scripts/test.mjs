// The whole check: lint, types, unit tests, server tests, and the real page in a real browser.
// The last line is "N passed, N failed".
import { spawn, spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { buildPage, buildServer } from './lib/build.mjs';
import { installPackages, root } from './lib/packages.mjs';

const CHROMIUM = '/usr/bin/chromium';
const bin = (...path) => join(root, 'node_modules', ...path);
let passed = 0;
let failed = 0;

installPackages();
installChromium();
await buildServer();

// Mostly waits for disks and processes: beside the checks that reckon, its output kept until it is done.
const servers = serverSuites();
await check('lint', [bin('eslint', 'bin', 'eslint.js'), '.', '--cache', '--cache-location', bin('.cache', 'eslint/')]);
await check('format', [bin('prettier', 'bin', 'prettier.cjs'), '--check', '--log-level', 'warn', '.']);
for (const project of ['core/tsconfig.json', 'contract/tsconfig.json', 'tsconfig.node.json', 'e2e/tsconfig.json']) {
  await check(`types of ${project}`, [bin('typescript', 'bin', 'tsc'), '-p', project]);
}
await check('docs made of the descriptions', ['--import', 'tsx', join(root, 'scripts/docs.ts'), '--check']);
await check('demo visits made of their scripts', [join(root, 'scripts/demo.mjs'), '--check']);
await suite('units in the browser', [bin('@angular', 'cli', 'bin', 'ng.js'), 'test', 'unit'], karmaCounts);
// The page is built while the server suite comes to its end; it is opened when the machine is quiet again.
const isBuilt = await buildPage();
await servers;
if (isBuilt) {
  passed += 1;
  await suite(
    'the real page',
    [bin('@playwright', 'test', 'cli.js'), 'test', '--config', 'e2e/playwright.config.ts'],
    playwrightCounts,
  );
} else failed += 1;

console.log(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);

/** Debian's Chromium, through apt-get when it is missing and we may. */
function installChromium() {
  if (existsSync(CHROMIUM)) return;
  console.log('Chromium is missing; asking apt-get for it...');
  const isRoot = process.getuid?.() === 0;
  const apt = (...args) =>
    spawnSync(isRoot ? 'apt-get' : 'sudo', isRoot ? args : ['-n', 'apt-get', ...args], {
      stdio: 'inherit',
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    });
  apt('update', '-q');
  apt('install', '-y', '-q', '--no-install-recommends', 'chromium');
  if (existsSync(CHROMIUM)) return;
  console.error('Chromium could not be installed. Install Debian\'s package "chromium" and run npm test again.');
  console.log('0 passed, 1 failed');
  process.exit(1);
}

async function serverSuites() {
  await suite(
    'server and command line',
    ['--import', 'tsx', bin('jasmine', 'bin', 'jasmine.js'), '--config=server/jasmine.json'],
    jasmineCounts,
    { isHeld: true },
  );
  await suite(
    'the API on a PostgreSQL server, where one is installed',
    ['--import', 'tsx', join(root, 'server/src/testing/run-with-postgres.ts'), 'server/src/api.spec.ts'],
    jasmineCounts,
    { isHeld: true },
  );
}

/** One check that passes or fails as a whole. */
async function check(name, args) {
  const { code } = await run(name, args);
  if (code === 0) passed += 1;
  else failed += 1;
}

/** A suite whose runner counts; a runner that ends badly without a failed test counts as one. */
async function suite(name, args, counts, options) {
  const { code, output } = await run(name, args, options);
  const result = counts(output);
  passed += result.passed;
  failed += result.failed === 0 && code !== 0 ? 1 : result.failed;
}

function run(name, args, { isHeld = false } = {}) {
  if (!isHeld) console.log(`\n== ${name}`);
  const begun = Date.now();
  return new Promise((resolve) => {
    const child = spawn(process.execPath, args, {
      cwd: root,
      stdio: ['ignore', 'pipe', 'pipe'],
      env: { ...process.env, NG_CLI_ANALYTICS: 'false', CI: 'true', NO_COLOR: '1' },
    });
    let output = '';
    for (const [stream, target] of [
      [child.stdout, process.stdout],
      [child.stderr, process.stderr],
    ]) {
      stream.on('data', (chunk) => {
        output += chunk;
        if (!isHeld) target.write(chunk);
      });
    }
    child.on('close', (code) => {
      if (isHeld) console.log(`\n== ${name}\n${output}`);
      console.log(`-- ${name}: ${code === 0 ? 'fine' : 'FAILED'}, ${((Date.now() - begun) / 1000).toFixed(0)} s`);
      resolve({ code, output });
    });
  });
}

function karmaCounts(output) {
  const last = [...output.matchAll(/Executed (\d+) of (\d+)(?:.*?\((\d+) FAILED\))?/g)].at(-1);
  const bad = Number(last?.[3] ?? 0);
  return { passed: Number(last?.[1] ?? 0) - bad, failed: bad };
}

function jasmineCounts(output) {
  const last = [...output.matchAll(/(\d+) specs?, (\d+) failures?/g)].at(-1);
  const bad = Number(last?.[2] ?? 0);
  return { passed: Number(last?.[1] ?? 0) - bad, failed: bad };
}

function playwrightCounts(output) {
  const count = (word) => Number([...output.matchAll(new RegExp(`(\\d+) ${word}`, 'g'))].at(-1)?.[1] ?? 0);
  return { passed: count('passed') + count('flaky'), failed: count('failed') };
}
