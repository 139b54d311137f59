import { readFileSync } from 'node:fs';
import { readDocument, type Contract, type FieldProblem } from '@juxtameter/contract';
import { UsageError } from './usage-error';

/** Text of a file. @throws UsageError when it cannot be read. */
export function readText(file: string): string {
  try {
    return readFileSync(file, 'utf8').replace(/^\uFEFF/, '');
  } catch (error) {
    throw new UsageError(`${file}: cannot be read (${(error as NodeJS.ErrnoException).code ?? 'unknown reason'}).`);
  }
}

/** A document of one kind. @throws UsageError listing every problem with its path. */
export function readFileAs<Value>(file: string, contract: Contract<Value>): Value {
  const read = readDocument(readText(file));
  const checked = read.ok ? contract.validate(read.value) : read;
  if (!checked.ok) throw new UsageError(checked.problems.map((problem) => problemLine(file, problem)).join('\n'));
  return checked.value;
}

export function problemLine(file: string, problem: FieldProblem): string {
  return problem.path === '' ? `${file}: ${problem.message}` : `${file}: ${problem.path}: ${problem.message}`;
}
