import type { ProcedureDocument, UnitModelDocument } from '@juxtameter/core';
import { isGeneral } from '@juxtameter/contract';
import {
  checkRules,
  openDocument,
  readDocument,
  type ImportProblem,
  type ImportRequest,
  type OpenDocument,
} from '@juxtameter/contract/check';
import { problemError } from '@juxtameter/core';

/** A document with the file it came in. */
export type Opened = OpenDocument & { readonly file: string };

/** What files come to, by themselves and beside what is on file. */
export interface LookedThrough {
  readonly opened: readonly Opened[];
  readonly problems: readonly ImportProblem[];
}

/** What is on file that documents are checked against. */
export interface OnFile {
  readonly models: readonly UnitModelDocument[];
  readonly generals: readonly ProcedureDocument[];
}

/** Asks for the unit models by these ids and for the general charts that are on file. */
export type AskOnFile = (models: readonly string[]) => Promise<OnFile>;

/** How far it is: so many of so many documents. */
export type Progress = (done: number, of: number) => void;

/** More than these nobody reads through. */
const MOST_PROBLEMS = 500;

/** Models before the charts that need them, units before their visits. */
const ORDER: readonly OpenDocument['kind'][] = ['unit-model', 'procedure', 'meter', 'sites', 'visit'];

/** Reads files as documents, and checks their formats and their rules. */
export async function lookThrough(
  files: ImportRequest['files'],
  askOnFile: AskOnFile,
  progress: Progress,
): Promise<LookedThrough> {
  // Each is looked at twice: by itself, and beside the others.
  const of = files.length * 2;
  const opened: Opened[] = [];
  const problems: ImportProblem[] = [];
  for (const [index, { name: file, text }] of files.entries()) {
    progress(index, of);
    const read = readDocument(text);
    const checked = read.ok
      ? openDocument(read.value)
      : { problems: read.problems.map(({ path, message }) => problemError(path, message)) };
    if ('opened' in checked && checked.opened) opened.push({ ...checked.opened, file });
    problems.push(...checked.problems.map((problem) => ({ ...problem, file })));
  }
  opened.sort((a, b) => ORDER.indexOf(a.kind) - ORDER.indexOf(b.kind));
  problems.push(...repeated(opened));
  const { models, generals } = await companions(opened, askOnFile);
  for (const [index, each] of opened.entries()) {
    progress(files.length + index, of);
    const found = checkRules(each, { modelOf: (id) => models.get(id), generals });
    problems.push(...found.map((problem) => ({ ...problem, file: each.file })));
  }
  progress(of, of);
  return { opened, problems: theFirst(problems) };
}

/** Errors before warnings, and how many more there are of what nobody would read through. */
function theFirst(problems: readonly ImportProblem[]): readonly ImportProblem[] {
  const isError = ({ severity }: ImportProblem): boolean => severity === 'error';
  const sorted = [...problems.filter(isError), ...problems.filter((each) => !isError(each))];
  const [next] = sorted.slice(MOST_PROBLEMS);
  const told = sorted.slice(0, MOST_PROBLEMS);
  return next
    ? [...told, { ...next, path: '', message: `and ${sorted.length - MOST_PROBLEMS} more; mend these first` }]
    : told;
}

/** What is brought goes before what is on file. */
async function companions(
  opened: readonly Opened[],
  askOnFile: AskOnFile,
): Promise<{
  readonly models: ReadonlyMap<string, UnitModelDocument>;
  readonly generals: readonly ProcedureDocument[];
}> {
  const models = new Map<string, UnitModelDocument>();
  const needed = new Set<string>();
  for (const each of opened) if (each.kind === 'unit-model') models.set(each.document.id, each.document);
  for (const each of opened)
    if (each.kind === 'procedure' && !isGeneral(each.document) && !models.has(each.document.unitModel))
      needed.add(each.document.unitModel);
  const brought = opened.flatMap((each) =>
    each.kind === 'procedure' && isGeneral(each.document) ? [each.document] : [],
  );
  if (!opened.some(({ kind }) => kind === 'procedure')) return { models, generals: brought };
  const onFile = await askOnFile([...needed]);
  for (const model of onFile.models) models.set(model.id, model);
  const stored = onFile.generals.filter(({ id }) => !brought.some((each) => each.id === id));
  return { models, generals: [...brought, ...stored] };
}

/** Two of one id leave open which of them is meant. */
function repeated(opened: readonly Opened[]): readonly ImportProblem[] {
  const first = new Map<string, string>();
  return opened.flatMap((each): ImportProblem[] => {
    if (each.kind === 'sites') return [];
    const key = `${each.kind} ${each.document.id}`;
    const file = first.get(key);
    if (file === undefined) first.set(key, each.file);
    return file === undefined
      ? []
      : [{ ...problemError('id', `is the same as in ${file}; give one of them`), file: each.file }];
  });
}
