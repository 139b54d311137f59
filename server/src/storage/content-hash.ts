import { hash } from 'node:crypto';

/**
 * Hash of what a record says, whatever the order of its keys: the same event or visit sent twice is the same, however
 * the sender writes it.
 */
export function contentHash(value: unknown): string {
  return sha256(canonical(value));
}

/**
 * Hash of a document as it is written. The order of its keys counts: the first answer is the one offered, the first
 * method the one begun with, L comes before N.
 */
export function documentHash(document: unknown): string {
  return sha256(JSON.stringify(document));
}

function sha256(text: string): string {
  return hash('sha256', text);
}

/** JSON with sorted keys and without undefined (RFC 8785 in spirit). */
function canonical(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(canonical).join(',')}]`;
  if (typeof value !== 'object' || value === null) return JSON.stringify(value) ?? 'null';
  const entries = Object.entries(value).filter(([, each]) => each !== undefined);
  const sorted = entries.sort(([a], [b]) => (a < b ? -1 : a > b ? 1 : 0));
  return `{${sorted.map(([key, each]) => `${JSON.stringify(key)}:${canonical(each)}`).join(',')}}`;
}
