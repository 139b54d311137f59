import type { Problem, UnitModelDocument } from '@juxtameter/core';
import { checkRules, isGeneral, openDocument, readDocument, type FieldProblem } from '@juxtameter/contract';
import { problemLine, readText } from './files';
import { UsageError } from './usage-error';

/**
 * `lint FILE...`: problems as `file: path: message`. A procedure is checked against the unit model among the files.
 * Returns the exit code, 1 when there is any error.
 */
export function lintCommand(files: readonly string[], print: (line: string) => void): number {
  if (files.length === 0) throw new UsageError('lint needs at least one file: lint FILE...');
  const read = files.map((file) => {
    const document = readDocument(readText(file));
    return document.ok ? { file, ...openDocument(document.value) } : { file, problems: document.problems };
  });
  const models = new Map<string, UnitModelDocument>();
  for (const each of read)
    if ('opened' in each && each.opened?.kind === 'unit-model')
      models.set(each.opened.document.id, each.opened.document);
  const generals = read.flatMap((each) =>
    'opened' in each && each.opened?.kind === 'procedure' && isGeneral(each.opened.document)
      ? [each.opened.document]
      : [],
  );
  const companions = { modelOf: (id: string) => models.get(id), generals };
  const problems = read.flatMap((each) => {
    const rules = 'opened' in each && each.opened ? checkRules(each.opened, companions) : [];
    return [...each.problems, ...rules].map((problem) => ({ file: each.file, problem, isError: isError(problem) }));
  });
  for (const { file, problem, isError: isBad } of problems)
    print(`${isBad ? '' : 'warning: '}${problemLine(file, problem)}`);
  return problems.some((each) => each.isError) ? 1 : 0;
}

function isError(problem: FieldProblem | Problem): boolean {
  return !('severity' in problem) || problem.severity === 'error';
}
