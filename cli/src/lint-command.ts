import {
  DocumentError,
  lintProcedure,
  lintUnitModel,
  readMeter,
  type Problem,
  type UnitModelDocument,
} from '@juxtameter/core';
import {
  meterContract,
  procedureContract,
  readDocument,
  siteFileContract,
  unitModelContract,
  visitContract,
  type FieldProblem,
} from '@juxtameter/contract';
import { problemLine, readText } from './files';
import { UsageError } from './usage-error';

interface LintedFile {
  readonly file: string;
  readonly value: unknown;
  readonly format: string;
}

/**
 * `lint FILE...`: problems as `file: path: message`. A procedure is checked against the unit model among the files.
 * Returns the exit code, 1 when there is any error.
 */
export function lintCommand(files: readonly string[], print: (line: string) => void): number {
  if (files.length === 0) throw new UsageError('lint needs at least one file: lint FILE...');
  const read = files.map((file) => ({ file, document: readDocument(readText(file)) }));
  const linted = read.flatMap(({ file, document }): LintedFile[] => {
    if (!document.ok) return [];
    const { value } = document;
    const format = typeof value === 'object' && value !== null && 'format' in value ? String(value.format) : '';
    return [{ file, value, format }];
  });
  const models = linted.flatMap(({ value, format }) => {
    const model = format === 'juxtameter/unit-model' ? unitModelContract.validate(value) : undefined;
    return model?.ok ? [model.value] : [];
  });
  const problems = [
    ...read.flatMap(({ file, document }) =>
      document.ok ? [] : document.problems.map((problem) => ({ file, problem, isError: true })),
    ),
    ...linted.flatMap((each) =>
      problemsOf(each, models).map((problem) => ({
        file: each.file,
        problem,
        isError: !('severity' in problem) || problem.severity === 'error',
      })),
    ),
  ];
  for (const { file, problem, isError } of problems)
    print(`${isError ? '' : 'warning: '}${problemLine(file, problem)}`);
  return problems.some((each) => each.isError) ? 1 : 0;
}

function problemsOf(
  { value, format }: LintedFile,
  models: readonly UnitModelDocument[],
): readonly (FieldProblem | Problem)[] {
  switch (format) {
    case 'juxtameter/unit-model': {
      const checked = unitModelContract.validate(value);
      return checked.ok ? lintUnitModel(checked.value) : checked.problems;
    }
    case 'juxtameter/procedure': {
      const checked = procedureContract.validate(value);
      if (!checked.ok) return checked.problems;
      const model = models.find((each) => each.id === checked.value.unitModel);
      const missing = {
        path: 'unitModel',
        message: `names "${checked.value.unitModel}"; give its unit model file as well`,
      };
      return model ? lintProcedure(checked.value, model) : [missing];
    }
    case 'juxtameter/meter': {
      const checked = meterContract.validate(value);
      return checked.ok ? meterProblems(() => readMeter(checked.value)) : checked.problems;
    }
    case 'juxtameter/visit': {
      const checked = visitContract.validate(value);
      return checked.ok ? [] : checked.problems;
    }
    case 'juxtameter/sites': {
      const checked = siteFileContract.validate(value);
      return checked.ok ? [] : checked.problems;
    }
    default:
      return [
        {
          path: 'format',
          message:
            'is not a format this product lints; accepted: juxtameter/unit-model, juxtameter/procedure, juxtameter/meter, juxtameter/sites, juxtameter/visit',
        },
      ];
  }
}

function meterProblems(read: () => unknown): readonly FieldProblem[] {
  try {
    read();
    return [];
  } catch (error) {
    if (error instanceof DocumentError) return [{ path: error.path, message: error.problem }];
    throw error;
  }
}
