import { parse } from 'yaml';
import type { FieldProblem } from './validate';

export type ReadDocument =
  { readonly ok: true; readonly value: unknown } | { readonly ok: false; readonly problems: readonly FieldProblem[] };

/** Reads JSON or YAML text; what is neither gets one problem that says where it broke. */
export function readDocument(source: string): ReadDocument {
  try {
    // JSON is valid YAML, but its own parser gives the better message and is safe against aliases.
    const value: unknown = /^\s*[{[]/.test(source) ? JSON.parse(source) : parse(source, { maxAliasCount: 50 });
    return { ok: true, value };
  } catch (error) {
    const reason = error instanceof Error ? error.message.split('\n')[0] : String(error);
    return { ok: false, problems: [{ path: '', message: `is neither JSON nor YAML: ${reason}` }] };
  }
}
