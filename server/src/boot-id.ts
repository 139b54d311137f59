import { readFileSync } from 'node:fs';

/** What stands for a start of the machine where the system does not tell. */
export const UNKNOWN_BOOT = 'unknown';

/** Which start of the machine this is; the same constant everywhere the system does not tell. */
export function bootId(): string {
  try {
    return readFileSync('/proc/sys/kernel/random/boot_id', 'utf8').trim();
  } catch {
    return UNKNOWN_BOOT;
  }
}
