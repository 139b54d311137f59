import { isTyping } from '../shell/typing';

/** A key that answers or is a command, struck again because it is held; keys that move and scroll may be. */
export function isHeld({ repeat, key, target }: KeyboardEvent): boolean {
  if (!repeat) return false;
  return key === 'Enter' || (key.length === 1 && key !== ' ' && !isTyping(target));
}

/** A key a number is typed with. */
export function isOfNumber({ key, altKey }: KeyboardEvent): boolean {
  return !altKey && /^[0-9.,-]$/.test(key);
}

/** The letter or figure of a key that is held with Alt, whatever sign that makes on this keyboard. */
export function letterOf({ key, code }: KeyboardEvent): string | undefined {
  if (/^[a-z]$/i.test(key)) return key.toLowerCase();
  const [, letter] = /^Key([A-Z])$/.exec(code) ?? [];
  return letter?.toLowerCase();
}
