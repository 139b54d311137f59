/** What a log may hold of an error: its cause to the bottom, and nothing that people typed. */
export interface DescribedError {
  readonly name: string;
  readonly message: string;
  readonly code?: string;
  /** The statement, with places instead of values. */
  readonly query?: string;
  readonly at: readonly string[];
  readonly cause?: DescribedError;
}

const DEEPEST = 5;

/** An error without people's data: a query builder tells its parameters in its message, a database quotes its values. */
export function describedError(error: unknown, depth = 0): DescribedError {
  const { name, message, code, query, stack, cause } = (
    typeof error === 'object' && error !== null ? error : {}
  ) as Readonly<Partial<Record<'name' | 'message' | 'code' | 'query' | 'stack' | 'cause', unknown>>>;
  const told = typeof message === 'string' ? message : String(error);
  const isOfQuery = typeof query === 'string';
  return {
    name: typeof name === 'string' ? name : typeof error,
    message: isOfQuery ? 'Failed query' : unquoted(told.split('\n')[0] ?? ''),
    ...(typeof code === 'string' ? { code } : {}),
    ...(isOfQuery ? { query: query.slice(0, 400) } : {}),
    at:
      typeof stack === 'string'
        ? stack
            .split('\n')
            .filter((line) => /^\s+at /.test(line))
            .slice(0, 12)
            .map((line) => line.trim())
        : [],
    ...(cause === undefined || depth >= DEEPEST ? {} : { cause: describedError(cause, depth + 1) }),
  };
}

function unquoted(message: string): string {
  return message.replace(/"[^"]*"|'[^']*'|“[^”]*”/g, '"…"').slice(0, 300);
}
