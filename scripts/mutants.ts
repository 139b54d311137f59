// Plants errors in the rooms where a wrong word can hurt, one at a time, and asks the specs whether they notice.
// `npm run mutants` goes through all of them, `-- safety` through one room, `-- --from=FILE` through those whose names
// stand in a file, such as the output of an earlier run; `-- --list` only names them.
// A mutant that survives is killed by a spec or argued in scripts/mutants-argued.json; ends with 1 while a room has more
// that are neither than its floor allows.
import { spawn } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { availableParallelism, tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import ts from 'typescript';

interface Room {
  /** Part of its mutants that have to be killed or argued, 0 to 1: in full where a word of it lets a hand near metal. */
  readonly floor: number;
  readonly files: readonly string[];
  readonly specs: readonly string[];
}

const ROOMS: Readonly<Record<string, Room>> = {
  safety: {
    floor: 1,
    files: ['bypasses', 'fitted', 'powered', 'proof-of-dead', 'supply-caution', 'uncleared', 'meter-refusal'].map(
      (name) => `core/src/visit/safety/${name}.ts`,
    ),
    specs: [
      'core/src/visit/safety/**/*.spec.ts',
      'core/src/visit/replay/replay.spec.ts',
      'core/src/visit/reading/judging.spec.ts',
      'core/src/visit/reading/board-work.spec.ts',
    ],
  },
  // What lets hands go to the wiring, and what stays behind when they leave.
  hands: {
    floor: 1,
    files: [
      ...['isolation', 'boards-meant'].map((name) => `core/src/unit-model/${name}.ts`),
      ...['hands', 'believed-at-start'].map((name) => `core/src/procedure/${name}.ts`),
      ...['as-it-stands', 'settings-turned', 'alterations'].map((name) => `core/src/visit/safety/${name}.ts`),
      'core/src/verdict/judge-clearance.ts',
    ],
    specs: [
      'core/src/unit-model/isolation.spec.ts',
      'core/src/visit/walking/unmet.spec.ts',
      'core/src/visit/kinds/given.spec.ts',
      'core/src/visit/safety/new-board.spec.ts',
      'core/src/visit/safety/plug-out.spec.ts',
      'core/src/visit/reading/cut-off.spec.ts',
      'core/src/visit/reading/board-work.spec.ts',
      'core/src/history/alterations.spec.ts',
    ],
  },
  verdict: {
    floor: 1,
    files: ['judge-single', 'motion', 'measured-interval', 'judge-set', 'judge-balance'].map(
      (name) => `core/src/verdict/${name}.ts`,
    ),
    specs: [
      'core/src/verdict/**/*.spec.ts',
      'core/src/visit/reading/judging.spec.ts',
      'core/src/meter/compared.spec.ts',
      'core/src/expectation/*.spec.ts',
    ],
  },
  supply: {
    floor: 0.6,
    files: [
      ...['judge-supply', 'explain', 'hypotheses', 'source'].map((name) => `core/src/supply/${name}.ts`),
      'core/src/reference/presence.ts',
    ],
    specs: ['core/src/supply/**/*.spec.ts', 'core/src/reference/**/*.spec.ts', 'core/src/path/**/*.spec.ts'],
  },
  expression: {
    floor: 0.9,
    files: ['core/src/expression/evaluate.ts', 'core/src/expression/expression.ts'],
    specs: ['core/src/expression/**/*.spec.ts'],
  },
  meter: {
    floor: 0.75,
    files: ['rating', 'uncertainty', 'measured-distribution', 'normal-distribution'].map(
      (name) => `core/src/meter/${name}.ts`,
    ),
    specs: ['core/src/meter/**/*.spec.ts', 'core/src/verdict/*.spec.ts'],
  },
};

const OPERATORS: Readonly<Record<string, string>> = {
  '<': '<=',
  '<=': '<',
  '>': '>=',
  '>=': '>',
  '===': '!==',
  '!==': '===',
  '&&': '||',
  '||': '&&',
  '+': '-',
  '-': '+',
  '*': '/',
  '/': '*',
  '??': '&&',
};

/** Milliseconds after which specs that do not end have noticed. */
const PATIENCE = 120_000;

interface Mutant {
  readonly room: string;
  readonly file: string;
  readonly start: number;
  readonly end: number;
  readonly text: string;
  /** "file: line as it is -> what stands there instead". */
  readonly name: string;
}

const root = fileURLToPath(new URL('..', import.meta.url));
const argued = JSON.parse(readFileSync(join(root, 'scripts/mutants-argued.json'), 'utf8')) as Record<string, string>;
const wanted = process.argv.slice(2).filter((each) => !each.startsWith('--'));
const again = process.argv.find((each) => each.startsWith('--from='))?.slice('--from='.length);
const named =
  again === undefined
    ? undefined
    : readFileSync(again, 'utf8')
        .split('\n')
        .map((line) => line.replace(/^survived: /, ''));
const mutants = Object.entries(ROOMS)
  .filter(([room]) => wanted.length === 0 || wanted.includes(room))
  .flatMap(([room, { files }]) => files.flatMap((file) => mutantsIn(room, file)))
  .filter(({ name }) => named === undefined || named.includes(name));

if (process.argv.includes('--list')) for (const { name } of mutants) process.stdout.write(`${name}\n`);
else await hunt();

async function hunt(): Promise<void> {
  await refuseFailingSpecs();
  const waiting = [...mutants];
  const survivors: Mutant[] = [];
  let killed = 0;
  const worker = async (): Promise<void> => {
    const folder = workshop();
    for (let mutant = waiting.shift(); mutant; mutant = waiting.shift()) {
      if (await survives(folder, mutant)) survivors.push(mutant);
      else killed += 1;
    }
    rmSync(folder, { recursive: true, force: true });
  };
  await Promise.all(Array.from({ length: availableParallelism() }, worker));
  const open = survivors.filter(({ name }) => argued[name] === undefined);
  for (const { name } of open) process.stdout.write(`survived: ${name}\n`);
  process.stdout.write(
    `${mutants.length} mutants, ${killed} killed, ${survivors.length - open.length} argued, ${open.length} survived\n`,
  );
  process.exitCode = Object.keys(ROOMS).filter((room) => !isOverItsFloor(room, open)).length > 0 ? 1 : 0;
}

/** Says how a room stands; a run of mutants by name has no floor but all of them. */
function isOverItsFloor(room: string, open: readonly Mutant[]): boolean {
  const planted = mutants.filter((each) => each.room === room).length;
  if (planted === 0) return true;
  const noticed = 1 - open.filter((each) => each.room === room).length / planted;
  const floor = named === undefined ? (ROOMS[room]?.floor ?? 1) : 1;
  process.stdout.write(`${room}: ${(noticed * 100).toFixed(1)} % noticed, floor ${(floor * 100).toFixed(0)} %\n`);
  return noticed >= floor;
}

/** Specs that fail without an error planted would notice every one of them. */
async function refuseFailingSpecs(): Promise<void> {
  const folder = workshop();
  for (const room of new Set(mutants.map((each) => each.room)))
    if (!(await specsPass(folder, ROOMS[room]?.specs ?? []))) {
      process.stderr.write(`The specs of "${room}" do not pass as they are; nothing can be said of mutants.\n`);
      process.exit(2);
    }
  rmSync(folder, { recursive: true, force: true });
}

/** A copy of the sources to plant errors in; the packages stay where they are. */
function workshop(): string {
  const folder = mkdtempSync(join(tmpdir(), 'juxtameter-mutants-'));
  for (const each of ['core', 'demo/data', 'package.json', 'tsconfig.base.json'])
    cpSync(join(root, each), join(folder, each), { recursive: true });
  symlinkSync(join(root, 'node_modules'), join(folder, 'node_modules'));
  return folder;
}

async function survives(folder: string, { room, file, start, end, text }: Mutant): Promise<boolean> {
  const path = join(folder, file);
  const source = readFileSync(path, 'utf8');
  writeFileSync(path, source.slice(0, start) + text + source.slice(end));
  try {
    return await specsPass(folder, ROOMS[room]?.specs ?? []);
  } finally {
    writeFileSync(path, source);
  }
}

function specsPass(folder: string, specs: readonly string[]): Promise<boolean> {
  return new Promise((resolve) => {
    const jasmine = join(root, 'node_modules/jasmine/bin/jasmine.js');
    const child = spawn(process.execPath, ['--import', 'tsx', jasmine, '--fail-fast', '--random=false', ...specs], {
      cwd: folder,
      stdio: 'ignore',
    });
    // What never ends was noticed as well.
    const timer = setTimeout(() => child.kill('SIGKILL'), PATIENCE);
    child.on('exit', (code) => {
      clearTimeout(timer);
      resolve(code === 0);
    });
  });
}

/** Every place of a file where one small error can be planted. */
function mutantsIn(room: string, file: string): readonly Mutant[] {
  const text = readFileSync(join(root, file), 'utf8');
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.ES2022, true);
  const found: Mutant[] = [];
  const plant = (node: ts.Node, instead: string): void => {
    const start = node.getStart(source);
    const line = text.slice(text.lastIndexOf('\n', start) + 1, text.indexOf('\n', start)).trim();
    const name = `${file}: ${line} -> ${instead.slice(0, 60)}`;
    const count = found.filter((each) => each.name.startsWith(name)).length;
    found.push({
      room,
      file,
      start,
      end: node.getEnd(),
      text: instead,
      name: count === 0 ? name : `${name} (${count + 1})`,
    });
  };
  const visit = (node: ts.Node): void => {
    if (ts.isImportDeclaration(node) || ts.isTypeNode(node) || ts.isInterfaceDeclaration(node)) return;
    if (ts.isTypeAliasDeclaration(node)) return;
    if (ts.isBinaryExpression(node)) {
      const instead = OPERATORS[node.operatorToken.getText(source)];
      if (instead !== undefined) plant(node.operatorToken, instead);
    }
    if (ts.isPrefixUnaryExpression(node) && node.operator === ts.SyntaxKind.ExclamationToken)
      plant(node, node.operand.getText(source));
    if (ts.isConditionalExpression(node)) {
      plant(node.condition, 'true');
      plant(node.condition, 'false');
    }
    if (ts.isIfStatement(node)) plant(node.expression, 'false');
    if (node.kind === ts.SyntaxKind.TrueKeyword) plant(node, 'false');
    if (node.kind === ts.SyntaxKind.FalseKeyword) plant(node, 'true');
    if (ts.isNumericLiteral(node) && !ts.isPropertyAssignment(node.parent)) plant(node, `${Number(node.text) + 1}`);
    ts.forEachChild(node, visit);
  };
  visit(source);
  return found;
}
