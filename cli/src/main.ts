import { Command, CommanderError } from 'commander';
import { version } from '../../package.json';
import type { Console } from './console';
import { judgeCommand, type JudgeOptions } from './judge-command';
import { lintCommand, type LintOptions } from './lint-command';
import { netlistCommand, type NetlistOptions } from './netlist-command';
import { proveCommand, type ProveOptions } from './prove-command';
import { readCommand, type ReadOptions } from './read-command';
import { replayCommand, type ReplayOptions } from './replay-command';
import { reportCommand } from './report-command';
import type { RecordOptions } from './read-record';
import { UsageError } from './usage-error';

/** Runs one command; returns the exit code: 0 fine, 1 something in a file is wrong, 2 used wrongly. */
export function run(args: readonly string[], console: Console): number {
  let code = 0;
  const program = commands(console, (result) => (code = result));
  try {
    program.parse([...args], { from: 'user' });
    return code;
  } catch (error) {
    if (error instanceof CommanderError) return error.exitCode === 0 ? 0 : 2;
    if (!(error instanceof UsageError)) throw error;
    console.printError(error.message);
    return args[0] === 'lint' ? 1 : 2;
  }
}

function commands(console: Console, done: (code: number) => void): Command {
  const { print, printError } = console;
  const program = new Command('juxta')
    .description('The bench without a screen.')
    .version(version)
    .exitOverride()
    .showSuggestionAfterError()
    .configureOutput({
      writeOut: (text) => print(text.trimEnd()),
      writeErr: (text) => printError(text.trimEnd()),
    })
    .addHelpText(
      'after',
      '\nA file named - is standard input. Exit codes: 0 fine, 1 something in a file is wrong, 2 used wrongly.',
    );
  program
    .command('lint')
    .description('checks documents: "file:line: path: message" for every problem')
    .argument('<file...>', 'unit models, charts, meters, sites, visits, as JSON or YAML')
    .option('--json', 'problems as one JSON list, with their lines')
    .action((files: string[], options: LintOptions) => done(lintCommand(files, options, console)));
  program
    .command('judge')
    .description('compares one reading with what it should be')
    .requiredOption('--expect <line>', 'what it should be: 24 V ±15 %, < 2 Ω, closed, or a document as JSON')
    .requiredOption('--reading <text>', 'what the meter shows: 27.1, OL, 4k7')
    .option('--function <name>', 'what is measured, where the expectation does not tell')
    .option('--meter <file>', 'the meter, for the uncertainty of the reading')
    .option('--position <name=position...>', 'where a selector or a setting stands, where the expectation asks for it')
    .option('--json', 'the judgement as JSON')
    .action((options: JudgeOptions) => done(judgeCommand(options, console)));
  program
    .command('prove')
    .description('walks a chart at its simulated unit for every single fault that makes its complaint')
    .requiredOption('--unit-model <file>', 'the unit model')
    .requiredOption('--procedure <file>', 'the chart, with its complaint as `scope`')
    .option('--general <file...>', 'general procedures the chart calls')
    .option('--meter <file>', 'the meter; a plain one where nothing is said')
    .option('--pairs', 'every two faults at once besides')
    .option('--json', 'all of it as JSON, with the way of every walk')
    .action((options: ProveOptions) => done(proveCommand(options, console)));
  fromRecord(program.command('replay'))
    .description('what a recorded visit, or a list of readings walked along a chart, comes to')
    .option('--json', 'findings with grade and evidence, open points, traps, alterations, counts, as JSON')
    .action((visit: string | undefined, options: ReplayOptions) => done(replayCommand(visit, options, console)));
  fromRecord(program.command('report'))
    .description('a recorded visit, or a list of readings, as a report to read')
    .action((visit: string | undefined, options: RecordOptions) => done(reportCommand(visit, options, console)));
  fromMachine(program.command('read'))
    .description('what a meter would show at a machine, healthy or with faults in it')
    .option('--from <terminal>', 'where the first probe is')
    .option('--to <terminal>', 'where the second is')
    .requiredOption('--function <name>', 'ac-voltage, dc-voltage, resistance, continuity')
    .option('--meter <file>', 'the meter, for what it puts across the two points')
    .option('--all <board>', 'instead: every pair of the terminals of a board, as a table')
    .option('--json', 'value, unit, low and high, or cannotCompute, as JSON')
    .action((options: ReadOptions) => done(readCommand(options, console)));
  fromMachine(program.command('netlist'))
    .description('a machine under conditions as a netlist that ngspice runs')
    .option('--of <kind>', 'alternating, direct or ohms', 'alternating')
    .action((options: NetlistOptions) => done(netlistCommand(options, console)));
  // These work on the stored data; the server that knows how it is stored carries them out.
  program
    .command('backup')
    .description('everything stored (DATA_DIR or DATABASE_URL), in open formats')
    .argument('<file>', 'a zip file that is not there yet');
  program
    .command('restore')
    .description('a backup into an empty data folder or database')
    .argument('<file>', 'the zip file')
    .option('--as-it-is', 'take logs that this product would not have taken');
  program
    .command('rebuild')
    .description('what lists and histories tell of the visits, from their logs anew; nothing else is changed');
  return program;
}

/** What every command that asks a machine takes. */
function fromMachine(command: Command): Command {
  return command
    .requiredOption('--unit-model <file>', 'the machine')
    .option('--conditions <json>', 'what holds: {"supplies":{"mains":"on"},"calls":{"mist":"on"}}')
    .option('--fault <json...>', 'a fault that is there: {"of":"w5","mode":"open"}')
    .option('--output <name=state...>', 'an output that operates or does not: BC:gas-output=on');
}

/** What every command that reads a record takes. */
function fromRecord(command: Command): Command {
  return command
    .argument('[visit]', 'a visit file, as the product exports it')
    .option('--readings <file>', 'instead: a list, or the record a visit exports, as CSV')
    .option('--unit-model <file>', 'the machine of the list')
    .option('--procedure <files>', 'the charts of the list, by comma; it begins with the first')
    .option('--general <files>', 'general charts they call, by comma')
    .option('--meter <files>', 'the meters of the list, by comma; it begins with the first')
    .option('--strict', 'stop at the first line that does not fit');
}
