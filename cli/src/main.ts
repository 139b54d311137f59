import { parseArgs } from 'node:util';
import { judgeCommand } from './judge-command';
import { lintCommand } from './lint-command';
import { replayCommand } from './replay-command';
import { UsageError } from './usage-error';

const USAGE = `juxta, the bench without a screen

  lint FILE...                                          problems as "file: path: message"
  judge --expect LINE|JSON --reading TEXT [--function F] [--meter FILE] [--json]
  replay --unit-model FILE --procedure FILE --readings FILE.csv [--general FILE,...] [--meter FILE] [--json]
  backup FILE.zip                                       everything stored (DATA_DIR or DATABASE_URL), in open formats
  restore FILE.zip                                      into an empty data folder or database`;

/** Runs one command; returns the exit code: 0 fine, 1 problems found, 2 used wrongly. */
export function run(
  args: readonly string[],
  print: (line: string) => void,
  printError: (line: string) => void,
): number {
  const [command, ...rest] = args;
  try {
    switch (command) {
      case 'lint':
        return lintCommand(rest, print);
      case 'judge':
        return judgeCommand(options(rest, ['expect', 'reading', 'function', 'meter']), print);
      case 'replay':
        return replayCommand(options(rest, ['unit-model', 'procedure', 'readings', 'general', 'meter']), print);
      case undefined:
      case 'help':
      case '--help':
        print(USAGE);
        return command === undefined ? 2 : 0;
      default:
        throw new UsageError(`"${command}" is not a command; accepted: lint, judge, replay, backup, restore.`);
    }
  } catch (error) {
    if (!(error instanceof UsageError)) throw error;
    printError(error.message);
    return command === 'lint' ? 1 : 2;
  }
}

function options(args: readonly string[], names: readonly string[]): Record<string, string> & { json?: boolean } {
  const known = Object.fromEntries(names.map((name) => [name, { type: 'string' as const }]));
  try {
    const { values } = parseArgs({
      args: attachValues(args),
      options: { ...known, json: { type: 'boolean' } },
      strict: true,
    });
    return values as Record<string, string> & { json?: boolean };
  } catch (error) {
    throw new UsageError(error instanceof Error ? error.message : String(error));
  }
}

/** `--reading -12` becomes `--reading=-12`: the parser would take the minus for an option. */
function attachValues(args: readonly string[]): string[] {
  const attached: string[] = [];
  for (let index = 0; index < args.length; index += 1) {
    const arg = args[index] ?? '';
    const value = args[index + 1];
    const takesValue =
      arg.startsWith('--') && !arg.includes('=') && arg !== '--json' && value !== undefined && !value.startsWith('--');
    attached.push(takesValue ? `${arg}=${value}` : arg);
    if (takesValue) index += 1;
  }
  return attached;
}
