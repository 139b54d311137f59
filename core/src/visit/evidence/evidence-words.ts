/** More names than these are no list anybody reads beside a machine. */
const MOST_NAMES = 8;

function someOf(names: readonly string[]): string {
  const more = names.length - MOST_NAMES;
  return more <= 1 ? names.join(', ') : `${names.slice(0, MOST_NAMES).join(', ')} and ${more} more`;
}

/** Everything said of what a finding leaves open. */
export const EVIDENCE_WORDS = {
  notToldApart: (names: readonly string[]) => `Not told apart from ${names.join(', ')}`,
  left: (names: readonly string[], of: number) =>
    `Not the last that is left: ${names.length} of ${of} others that could cause it are not cleared: ${someOf(names)}`,
  codeDoesNotProve: (code: string) => `Code ${code} does not prove it`,
  doesNotTouch: (title: string, name: string) => `${title}: nothing on file says that it touches ${name}`,
  notAllAsItShould: () => 'Not every reading it rests on is as it should be: something is wrong',
  allAsItShould: () => 'Every reading it rests on is as it should be: none of them accuses anything',
} as const;
