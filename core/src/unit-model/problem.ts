/** One thing a check found in a document. */
export interface Problem {
  /** Where, as a path into the document: "steps.dead.branches". */
  readonly path: string;
  readonly message: string;
  readonly severity: 'error' | 'warning';
}

export function problemError(path: string, message: string): Problem {
  return { path, message, severity: 'error' };
}

export function problemWarning(path: string, message: string): Problem {
  return { path, message, severity: 'warning' };
}
