import { existsSync } from 'node:fs';
import { cpus, totalmem } from 'node:os';
import { browserOptions } from '../src/support/browser';
import { append } from './append';
import { circuit } from './circuit';
import { attackJudgements } from './attack';
import { blink } from './blink';
import { keys } from './keys';
import { killRounds } from './kill-rounds';
import { page } from './page';
import { photos } from './photos';
import { replayLongLog } from './replay';
import type { Benchmark, Row } from './row';
import { scale } from './scale';
import { servers } from './servers';
import { startTime } from './start-time';

/** Benchmarks that open the page. */
const NEEDS_BROWSER = new Set(['page', 'keys', 'photos']);

const TAKES_VALUE = new Set(['--only', '--rounds', '--visits']);
const options = process.argv.slice(2);
const isJson = options.includes('--json');
const named = options.filter((option, index) => !option.startsWith('--') && !TAKES_VALUE.has(options[index - 1] ?? ''));
const wanted = valueOf('--only')?.split(',') ?? (named.length > 0 ? named : undefined);
const rounds = Number(valueOf('--rounds') ?? 100);
/** The most visits on file; 50,000 of them take some ten minutes to make. */
const visits = Number(valueOf('--visits') ?? 8000);

const benchmarks: Readonly<Record<string, Benchmark>> = {
  page,
  keys,
  photos,
  append,
  circuit,
  replay: replayLongLog,
  blink,
  attack: attackJudgements,
  start: startTime,
  servers,
  scale: scale(visits),
  kill: killRounds(rounds),
};

const unknown = (wanted ?? []).filter((name) => !(name in benchmarks));
if (unknown.length > 0 || !Number.isInteger(rounds) || rounds < 1 || !(visits >= 160)) {
  console.error(
    `npm run bench -- [NAME...] [--json] [--only ${Object.keys(benchmarks).join(',')}] [--rounds N] [--visits N]`,
  );
  process.exit(2);
}
const machine = `${cpus().length} × ${cpus()[0]?.model.trim() ?? 'processor'}, ${Math.round(totalmem() / 2 ** 30)} GiB, Node ${process.version}, ${process.platform}`;
const rows: Row[] = [];
const missing: { readonly name: string; readonly why: string }[] = [];

if (!isJson) {
  console.log(`${new Date().toISOString().slice(0, 10)}, ${machine}\n`);
  console.log('| what | measured | budget | |\n|---|---|---|---|');
}
// What was measured is kept, however it ends.
process.on('SIGINT', () => ended(130));
for (const [name, benchmark] of Object.entries(benchmarks)) {
  if (wanted && !wanted.includes(name)) continue;
  console.error(`measuring: ${name}`);
  try {
    if (NEEDS_BROWSER.has(name) && !existsSync(browserOptions.executablePath))
      throw new Error(
        `${browserOptions.executablePath} is not there; it comes with Debian's package: apt-get install chromium`,
      );
    for (const row of await benchmark()) {
      rows.push(row);
      if (!isJson) print(row);
    }
  } catch (error) {
    const why = error instanceof Error ? error.message : String(error);
    missing.push({ name, why });
    console.error(`not measured: ${name}: ${why}`);
  }
}
ended(missing.length > 0 ? 1 : 0);

function print({ what, figure, budget, isMet }: Row): void {
  console.log(`| ${what} | ${figure} | ${budget} | ${isMet === undefined ? '' : isMet ? 'met' : 'missed'} |`);
}

function ended(code: number): never {
  const accuracy = rows.find(({ numbers }) => 'accuracy' in numbers)?.numbers['accuracy'];
  if (isJson) console.log(JSON.stringify({ at: new Date().toISOString(), machine, accuracy, rows, missing }, null, 2));
  process.exit(code);
}

function valueOf(option: string): string | undefined {
  const at = options.indexOf(option);
  return at < 0 ? undefined : options[at + 1];
}
