/** What may be wrong with the feed as well. */
interface FeedDoubt {
  readonly isSourceOpen: boolean;
  readonly isSourceWeak: boolean;
}

const orTheFeed = ({ isSourceOpen, isSourceWeak }: FeedDoubt): string => {
  if (isSourceOpen) return ', or nothing is fed in';
  return isSourceWeak ? ', or too little is fed in' : '';
};

/** Everything said of where a chain stops; each claims no more than the readings do. */
export const BREAK_WORDS = {
  contradictory: () =>
    'No single fault explains these readings: a second one, a stray voltage, or a way round that is not drawn. Read the last ones again, loaded.',
  nothingAtSource: (point: string) =>
    `Nothing at ${point}: nothing is fed in, or a short behind it pulls it down. Of what lies behind it nothing is shown.`,
  weakAtSource: (point: string, load: string) =>
    `Too little at ${point} already: the supply is weak, or ${load} takes too much.`,
  nothingRead: () => 'Nothing read yet.',
  between: (first: string, last: string) => `between ${first} and ${last}`,
  /** "the wire", "wires (red, orange)"; empty where none may be it. */
  wires: (count: number, isOnly: boolean, colours: readonly string[]) => {
    if (count === 0) return '';
    const which = colours.length > 0 ? ` (${colours.join(', ')})` : '';
    return `${isOnly && count === 1 ? 'the wire' : 'wires'}${which}`;
  },
  anyOf: (count: number, orWires: boolean) => `one of ${count} parts${orWires ? ' or their wires' : ''}`,
  oneOf: (names: readonly string[]) =>
    names.length > 1 ? `${names.slice(0, -1).join(', ')} or ${names.at(-1) ?? ''}` : (names[0] ?? ''),
  wholeAtLoad: (between: string, load: string) =>
    `The voltage stands ${between}, at ${load}: everything before it conducts.`,
  stops: (between: string, blamed: string, feed: FeedDoubt) => `It stops${between}: ${blamed}${orTheFeed(feed)}.`,
  loses: (between: string, blamed: string, feed: FeedDoubt, heavy: string) =>
    `Part of the voltage is lost${between}: ${blamed} conducts poorly${orTheFeed(feed)}${heavy === '' ? '' : `, or ${heavy} takes too much`}.`,
  sags: (load: string) =>
    `The voltage falls at more than one place: ${load} takes too much, or more than one joint is poor. Its ohms, dead, tell.`,
} as const;

/** What a chain can come to besides a place. */
export const CHAIN_RESULT_WORDS: Readonly<Record<string, string>> = {
  'no-feed': 'nothing fed in',
  'weak-feed': 'too little fed in',
  loss: 'part of the voltage lost',
  contradiction: 'no single fault explains it',
};
