import { visitAccount, type VisitAccount } from '@juxtameter/core';
import type { Console } from './console';
import { readRecord, type ReadRecord, type RecordOptions } from './read-record';

export interface ReplayOptions extends RecordOptions {
  readonly json?: boolean;
}

/** `replay`: what a recorded visit or list comes to. Returns 1 where a line of it was not taken. */
export function replayCommand(visit: string | undefined, options: ReplayOptions, console: Console): number {
  const record = readRecord(visit, options, console);
  const account = visitAccount(record.context, record.state);
  if (options.json) console.print(JSON.stringify(told(record, account)));
  else printAccount(record, account, console.print);
  printProblems(record, visit ?? options.readings ?? '', console);
  return record.problems.length > 0 ? 1 : 0;
}

function told({ walk, problems }: ReadRecord, account: VisitAccount): object {
  if (!walk) return account;
  const { way, verdicts, differs, hasTimes } = walk;
  return { way, verdicts, ...account, ...(hasTimes ? {} : { minutes: null }), problems, differs };
}

/** Lines that were not taken, and what comes out otherwise than it had. */
export function printProblems({ walk, problems }: ReadRecord, file: string, { printError }: Console): void {
  for (const { line, problem } of problems) printError(`${file}: line ${line}: ${problem}`);
  for (const { line, step, was, is } of walk?.differs ?? [])
    printError(
      `${file}: line ${line}: ${step === '' ? 'it' : `"${step}"`} was "${was}" and is "${is}" by today's rules.`,
    );
}

function printAccount({ walk }: ReadRecord, account: VisitAccount, print: (line: string) => void): void {
  if (walk) print(`way: ${walk.way.join(' > ')}`);
  for (const { step, verdict } of walk?.verdicts ?? []) print(`${step}: ${verdict}`);
  for (const { class: suspectClass, item, mode, gradeWords } of account.findings)
    print(`finding: ${[suspectClass, item, mode].filter(Boolean).join(', ')} (${gradeWords})`);
  if (account.findings.length === 0) print('finding: none reached');
  for (const words of account.openPoints) print(`open: ${words}`);
  for (const { name, words } of account.traps) print(`mind: ${name}. ${words}`);
  for (const words of account.alterations) print(`not as built: ${words}`);
  if (account.standsAt !== null) print(`stands at: ${account.standsAt}`);
}
