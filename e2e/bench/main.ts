import { cpus, totalmem } from 'node:os';
import { append } from './append';
import { attackJudgements } from './attack';
import { blink } from './blink';
import { keys } from './keys';
import { killRounds } from './kill-rounds';
import { page } from './page';
import { replayLongLog } from './replay';
import type { Benchmark, Row } from './row';
import { startTime } from './start-time';

const TAKES_VALUE = new Set(['--only', '--rounds']);
const options = process.argv.slice(2);
const isJson = options.includes('--json');
const named = options.filter((option, index) => !option.startsWith('--') && !TAKES_VALUE.has(options[index - 1] ?? ''));
const wanted = valueOf('--only')?.split(',') ?? (named.length > 0 ? named : undefined);
const rounds = Number(valueOf('--rounds') ?? 100);

const benchmarks: Readonly<Record<string, Benchmark>> = {
  page,
  keys,
  append,
  replay: replayLongLog,
  blink,
  attack: attackJudgements,
  start: startTime,
  kill: killRounds(rounds),
};

const unknown = (wanted ?? []).filter((name) => !(name in benchmarks));
if (unknown.length > 0 || !Number.isInteger(rounds) || rounds < 1) {
  console.error(`npm run bench -- [NAME...] [--json] [--only ${Object.keys(benchmarks).join(',')}] [--rounds N]`);
  process.exit(2);
}
const rows: Row[] = [];
for (const [name, benchmark] of Object.entries(benchmarks)) {
  if (wanted && !wanted.includes(name)) continue;
  if (!isJson) console.error(`measuring: ${name}`);
  rows.push(...(await benchmark()));
}

const machine = `${cpus().length} × ${cpus()[0]?.model.trim() ?? 'processor'}, ${Math.round(totalmem() / 2 ** 30)} GiB, Node ${process.version}, ${process.platform}`;
const accuracy = rows.find(({ numbers }) => 'accuracy' in numbers)?.numbers['accuracy'];
if (isJson) console.log(JSON.stringify({ at: new Date().toISOString(), machine, accuracy, rows }, null, 2));
else {
  console.log(`${new Date().toISOString().slice(0, 10)}, ${machine}\n`);
  console.log('| what | measured | budget | |\n|---|---|---|---|');
  for (const { what, figure, budget, isMet } of rows)
    console.log(`| ${what} | ${figure} | ${budget} | ${isMet === undefined ? '' : isMet ? 'met' : 'missed'} |`);
}
process.exit(0);

function valueOf(option: string): string | undefined {
  const at = options.indexOf(option);
  return at < 0 ? undefined : options[at + 1];
}
