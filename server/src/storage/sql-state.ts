/** The database's own code of an error, wherever the query builder wrapped it. */
export function sqlState(error: unknown): string | undefined {
  const { code, cause } = (typeof error === 'object' && error !== null ? error : {}) as {
    code?: unknown;
    cause?: unknown;
  };
  return typeof code === 'string' && /^[0-9A-Z]{5}$/.test(code)
    ? code
    : cause === undefined
      ? undefined
      : sqlState(cause);
}
