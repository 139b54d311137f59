import type { Problem, UnitModelDocument } from '@juxtameter/core';
import { isGeneral } from '@juxtameter/contract';
import {
  checkRules,
  lineFinder,
  openDocument,
  readDocument,
  type FieldProblem,
  type OpenDocument,
} from '@juxtameter/contract/check';
import { problemLine, readText } from './files';
import type { Console } from './console';

export interface LintOptions {
  readonly json?: boolean;
}

interface ReadFile {
  readonly file: string;
  readonly opened?: OpenDocument;
  readonly problems: readonly FieldProblem[];
  readonly lineOf: (path: string) => number | undefined;
}

/**
 * `lint FILE...`: problems as `file:line: path: message`. A procedure is checked against the unit model among the files.
 * Returns the exit code, 1 when there is any error.
 */
export function lintCommand(files: readonly string[], { json }: LintOptions, console: Console): number {
  const read = files.map((file) => readOne(file, readText(file, console)));
  const opened = read.flatMap((each) => (each.opened ? [each.opened] : []));
  const models = new Map<string, UnitModelDocument>(
    opened.flatMap((each) => (each.kind === 'unit-model' ? [[each.document.id, each.document] as const] : [])),
  );
  const generals = opened.flatMap((each) =>
    each.kind === 'procedure' && isGeneral(each.document) ? [each.document] : [],
  );
  const companions = { modelOf: (id: string) => models.get(id), generals };
  const found = read.flatMap(({ file, opened: document, problems, lineOf }) =>
    [...problems, ...(document ? checkRules(document, companions) : [])].map((problem) => ({
      file,
      line: lineOf(problem.path),
      severity: isError(problem) ? 'error' : 'warning',
      path: problem.path,
      message: problem.message,
    })),
  );
  if (json) console.print(JSON.stringify(found, null, 2));
  else
    for (const { file, line, severity, ...problem } of found)
      console.print(`${severity === 'error' ? '' : 'warning: '}${problemLine(file, problem, line)}`);
  return found.some(({ severity }) => severity === 'error') ? 1 : 0;
}

function readOne(file: string, text: string): ReadFile {
  const lineOf = lineFinder(text);
  const document = readDocument(text);
  return document.ok
    ? { file, lineOf, ...openDocument(document.value) }
    : { file, lineOf, problems: document.problems };
}

function isError(problem: FieldProblem | Problem): boolean {
  return !('severity' in problem) || problem.severity === 'error';
}
