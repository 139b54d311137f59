import type { Temperatures } from '../visit';

const KINDS: readonly (readonly [string, RegExp])[] = [
  ['wet', /\b(rain|rainy|wet|damp|storm|drizzle|flood|fog|water)\w*/i],
  ['frost', /\b(frost|frozen|freez|ice|icy|snow)\w*/i],
  ['heat', /\b(heatwave|hot day|hot weather|scorching|sunny afternoon)\w*/i],
  ['wind', /\b(wind|gust|gale|draught)\w*/i],
  ['thunderstorm', /\b(thunder|lightning|surge)\w*/i],
];

/** Degrees Celsius outside from which it freezes, or is hot. */
const FROST = 1;
const HEAT = 32;

/** The kinds of weather that words and temperatures speak of. */
export function weatherKinds(
  texts: readonly string[],
  weather: readonly { readonly temperatures?: Temperatures }[],
): ReadonlySet<string> {
  const said = texts.join(' ');
  const kinds = new Set(KINDS.filter(([, pattern]) => pattern.test(said)).map(([kind]) => kind));
  for (const { temperatures } of weather) {
    if (temperatures?.outside === undefined) continue;
    if (temperatures.outside <= FROST) kinds.add('frost');
    if (temperatures.outside >= HEAT) kinds.add('heat');
  }
  return kinds;
}
