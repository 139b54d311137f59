/** Words that are in every complaint and tell nothing apart. */
const COMMON = new Set([
  'the',
  'and',
  'but',
  'not',
  'does',
  'will',
  'with',
  'from',
  'when',
  'has',
  'was',
  'its',
  'any',
  'all',
  'for',
  'since',
]);

/** How many telling words two texts share. Endings are cut, so that "starts" finds "start". */
export function sharedWords(one: string, other: string): number {
  const known = tellingWords(other);
  return [...tellingWords(one)].filter((word) => known.has(word)).length;
}

export function tellingWords(text: string): ReadonlySet<string> {
  return new Set(
    text
      .toLowerCase()
      .split(/[^\p{L}\p{N}]+/u)
      .filter((word) => word.length > 2 && !COMMON.has(word))
      .map((word) => word.replace(/(ing|es|ed|s)$/, '')),
  );
}
