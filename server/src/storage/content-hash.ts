import { createHash } from 'node:crypto';

/** Hash of a document's content, whatever the order of its keys. */
export function contentHash(value: unknown): string {
  return createHash('sha256').update(canonical(value)).digest('hex');
}

/** JSON with sorted keys and without undefined (RFC 8785 in spirit). */
function canonical(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(canonical).join(',')}]`;
  if (typeof value !== 'object' || value === null) return JSON.stringify(value) ?? 'null';
  const entries = Object.entries(value).filter(([, each]) => each !== undefined);
  const sorted = entries.sort(([a], [b]) => (a < b ? -1 : a > b ? 1 : 0));
  return `{${sorted.map(([key, each]) => `${JSON.stringify(key)}:${canonical(each)}`).join(',')}}`;
}
