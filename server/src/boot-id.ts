import { readFileSync } from 'node:fs';

/** Which start of the machine this is; the same constant everywhere the system does not tell. */
export function bootId(): string {
  try {
    return readFileSync('/proc/sys/kernel/random/boot_id', 'utf8').trim();
  } catch {
    return 'unknown';
  }
}
