import { elementName, isKnownElement, type UnitModelDocument } from '../unit-model';
import { CHAIN_RESULT_WORDS, BREAK_WORDS } from './words';

/**
 * What a set or a chain came to, by its name: "at Float switch FS1 or wires", "part of the voltage lost", "one leg". An
 * element of the unit model is told by its name.
 */
export function patternWords(model: UnitModelDocument, pattern: string): string {
  const result = CHAIN_RESULT_WORDS[pattern];
  if (result !== undefined) return result;
  const parts = pattern.split('+');
  const isPlace = parts.every((part) => part === 'wires' || isKnownElement(model, part));
  if (!isPlace) return pattern.replaceAll('-', ' ');
  return `at ${BREAK_WORDS.oneOf(parts.map((part) => (part === 'wires' ? part : elementName(model, part))))}`;
}
