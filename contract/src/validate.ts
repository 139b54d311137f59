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

/** Checks a value against a schema; every problem is listed, nothing is coerced, unknown keys are refused. */
export function contract<Value>(checked: yup.ISchema<Value>): Contract<Value> {
  const schema = checked as unknown as yup.Schema<unknown>;
  return {
    validate(value) {
      const unkeepable = treeProblem(value);
      if (unkeepable) return { ok: false, problems: [unkeepable] };
      try {
        schema.validateSync(value, { strict: true, abortEarly: false });
        return { ok: true, value: value as Value };
      } catch (error) {
        if (!(error instanceof yup.ValidationError)) throw error;
        return { ok: false, problems: problemsOf(error).slice(0, MOST_PROBLEMS) };
      }
    },
  };
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
 * Refuses what no schema looks for: nesting without end (which also stops a value that contains itself), and text that
 * a database cannot keep (NUL and lone surrogates).
 */
function treeProblem(value: unknown, path = '', depth = 0): FieldProblem | undefined {
  if (typeof value === 'string')
    return isKeepable(value) ? undefined : { path, message: 'holds characters that are no text' };
  if (typeof value !== 'object' || value === null) return undefined;
  if (depth > DEEPEST) return { path: '', message: `is nested deeper than ${DEEPEST} levels, or contains itself` };
  for (const [key, child] of Object.entries(value)) {
    const at = path === '' ? key : `${path}.${key}`;
    const found = isKeepable(key) ? treeProblem(child, at, depth + 1) : { path, message: 'has a key that is no text' };
    if (found) return found;
  }
  return undefined;
}

function isKeepable(text: string): boolean {
  return !text.includes('\0') && !/\p{Surrogate}/u.test(text);
}
