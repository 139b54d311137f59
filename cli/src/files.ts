import { readFileSync } from 'node:fs';
import { readDocument, type Contract, type FieldProblem } from '@juxtameter/contract/check';
import type { Console } from './console';
import { UsageError } from './usage-error';

/** Standard input, where a file is asked for. */
const INPUT = '-';

/** What a command reads as `-`. */
export type Input = Pick<Console, 'readInput'>;

/** Text of a file, or of standard input. @throws UsageError when it cannot be read. */
export function readText(file: string, { readInput }: Input): string {
  try {
    return (file === INPUT ? readInput() : readFileSync(file, 'utf8')).replace(/^\uFEFF/, '');
  } catch (error) {
    throw new UsageError(`${file}: cannot be read (${(error as NodeJS.ErrnoException).code ?? 'unknown reason'}).`);
  }
}

/** A document of one kind. @throws UsageError listing every problem with its path. */
export function readFileAs<Value>(file: string, contract: Contract<Value>, input: Input): Value {
  const read = readDocument(readText(file, input));
  const checked = read.ok ? contract.validate(read.value) : read;
  if (!checked.ok) throw new UsageError(checked.problems.map((problem) => problemLine(file, problem)).join('\n'));
  return checked.value;
}

/** "model.json:12: wires[0].from: ..."; without a line where the document does not have the place. */
export function problemLine(file: string, { path, message }: FieldProblem, line?: number): string {
  const place = line === undefined ? file : `${file}:${line}`;
  return path === '' ? `${place}: ${message}` : `${place}: ${path}: ${message}`;
}
