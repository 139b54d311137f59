import * as yup from 'yup';

/** What is wrong with a value, and where. */
export interface FieldProblem {
  /** Path into the value, such as `steps.dead.measure`; empty for the whole. */
  readonly path: string;
  readonly message: string;
}

export type Validated<Value> =
  { readonly ok: true; readonly value: Value } | { readonly ok: false; readonly problems: readonly FieldProblem[] };

/** A contract: a schema and the type of what passes it. */
export interface Contract<Value> {
  validate(value: unknown): Validated<Value>;
}

const DEEPEST = 40;
const MOST_PROBLEMS = 100;
/** Values in one document, at most: objects, lists, texts, numbers. */
const MOST_VALUES = 4_000_000;
/** Entries of one list, at most, unless a format says otherwise. */
export const MOST_ENTRIES = 2000;

/**
 * Checks a value against a schema; every problem is listed, nothing is coerced, unknown keys are refused. Its size is
 * looked at first: a list of a million entries would make a million problems.
 */
export function contract<Value>(checked: yup.ISchema<Value>): Contract<Value> {
  return contractOfLists(checked, {}, MOST_ENTRIES);
}

/** Fields of a document that are lists of any length, and what each entry is. */
export type LongLists<Value> = { readonly [Field in keyof Value]?: yup.ISchema<unknown> };

/**
 * The same for a document with long lists: their entries are looked at one by one, and no further than to the hundredth
 * problem.
 */
export function contractOfLists<Value>(
  checked: yup.ISchema<Value>,
  lists: LongLists<Value>,
  mostEntries: number,
): Contract<Value> {
  const entries = Object.entries(lists) as (readonly [string, yup.ISchema<unknown>])[];
  return {
    validate(value) {
      const unkeepable = new TreeCheck(mostEntries).problem(value);
      if (unkeepable) return { ok: false, problems: [unkeepable] };
      const long = entries.filter(([field]) => Array.isArray(fieldOf(value, field)));
      const short =
        long.length > 0 ? { ...(value as object), ...Object.fromEntries(long.map(([field]) => [field, []])) } : value;
      const problems = problemsIn(checked, short);
      for (const [field, entry] of long)
        for (const [index, each] of (fieldOf(value, field) as unknown[]).entries()) {
          if (problems.length >= MOST_PROBLEMS) break;
          problems.push(...problemsIn(entry, each).map((found) => within(`${field}[${index}]`, found)));
        }
      return problems.length === 0
        ? { ok: true, value: value as Value }
        : { ok: false, problems: problems.slice(0, MOST_PROBLEMS) };
    },
  };
}

function fieldOf(value: unknown, field: string): unknown {
  return typeof value === 'object' && value !== null && Object.hasOwn(value, field)
    ? (value as Record<string, unknown>)[field]
    : undefined;
}

function problemsIn(checked: yup.ISchema<unknown>, value: unknown): FieldProblem[] {
  try {
    (checked as yup.Schema<unknown>).validateSync(value, { strict: true, abortEarly: false });
    return [];
  } catch (error) {
    if (!(error instanceof yup.ValidationError)) throw error;
    return problemsOf(error);
  }
}

function within(place: string, { path, message }: FieldProblem): FieldProblem {
  return { path: path === '' ? place : path.startsWith('[') ? `${place}${path}` : `${place}.${path}`, message };
}

function problemsOf(error: yup.ValidationError): FieldProblem[] {
  const leaves = error.inner.length > 0 ? error.inner : [error];
  return leaves.map((leaf) => {
    const path = leaf.path ?? '';
    const message = leaf.message.startsWith(`${path} `) ? leaf.message.slice(path.length + 1) : leaf.message;
    return { path, message: message.replace(/^this /, '') };
  });
}

/**
 * Refuses what no schema looks for: nesting without end (which also stops a value that contains itself), more than
 * anybody would write, and text that a database cannot keep (NUL and lone surrogates).
 */
class TreeCheck {
  private values = 0;

  constructor(private readonly mostEntries: number) {}

  problem(value: unknown, path = '', depth = 0): FieldProblem | undefined {
    this.values += 1;
    if (this.values > MOST_VALUES) return { path: '', message: `holds more than ${MOST_VALUES} values` };
    if (typeof value === 'string')
      return isKeepable(value) ? undefined : { path, message: 'holds characters that are no text' };
    if (typeof value !== 'object' || value === null) return undefined;
    if (depth > DEEPEST) return { path: '', message: `is nested deeper than ${DEEPEST} levels, or contains itself` };
    if (Array.isArray(value) && value.length > this.mostEntries)
      return { path, message: `has more than ${this.mostEntries} entries` };
    for (const [key, child] of Object.entries(value)) {
      const at = path === '' ? key : `${path}.${key}`;
      const found = isKeepable(key)
        ? this.problem(child, at, depth + 1)
        : { path, message: 'has a key that is no text' };
      if (found) return found;
    }
    return undefined;
  }
}

function isKeepable(text: string): boolean {
  return !text.includes('\0') && !/\p{Surrogate}/u.test(text);
}
