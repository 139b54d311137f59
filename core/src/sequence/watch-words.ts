/** How the stage failed that did not follow. */
export type StageFailure = 'not-commanded' | 'not-actual' | 'not-known';

const FAILURE: Readonly<Record<StageFailure, string>> = {
  'not-commanded': 'did not follow, and was not commanded',
  'not-actual': 'was commanded and did not happen',
  'not-known': 'did not follow; whether it was commanded is not known',
};

const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);
const either = (names: readonly string[]): string =>
  names.length > 1 ? `${names.slice(0, -1).join(', ')} or ${names.at(-1) ?? ''}` : (names[0] ?? '');

/** Everything said of a watched call; each claims no more than the marks and the clock do. */
export const WATCH_WORDS = {
  nothingMarked: () => 'Nothing was marked yet.',
  nothingSeen: () => 'No stage was seen.',
  lastSeen: (name: string) => `Last stage seen: ${name}.`,
  seen: (name: string, isRight: boolean) =>
    isRight ? `${capital(name)} was the last stage seen, as it should be.` : `Last stage seen: ${name}.`,
  failed: (names: readonly string[], failure: StageFailure) => `${capital(either(names))} ${FAILURE[failure]}.`,
  notHeld: (what: string) => `Or what has to hold throughout did not: ${what}.`,
  lookAt: (names: readonly string[]) => `Look at ${names.join(', ')}.`,
  outOfTime: (names: readonly string[]) => `Not in its time: ${names.join(', ')}.`,
  missed: (names: readonly string[]) => `Not marked on the way: ${names.join(', ')}.`,
  tooEarly: (name: string, due: number) => `It is too early for ${name}: due from ${Math.round(due)} s on.`,
  mayStillCome: (name: string, until: number) =>
    Number.isFinite(until)
      ? `${capital(name)} may still come, until ${Math.round(until)} s.`
      : `${capital(name)} may still come: no latest time is on file.`,
  cannotBeTold: (name: string) =>
    `Whether ${name} is late cannot be told: the page was loaded anew, or a clock jumped. Watch again.`,
  doesNotFit: () => 'What was marked does not fit the sequence on file. Watch again, or the file is not this machine.',
  mayHaveWaited: (names: readonly string[]) => `Or ${either(names)} still ran: when it began is not noted.`,
  cut: (words: string) => `${capital(words)}.`,
} as const;
