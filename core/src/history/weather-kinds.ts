import type { Temperatures } from '../visit';

/** Whole words: a window is no wind, a damper not damp, and water in a pipe is no weather. */
const KINDS: readonly (readonly [string, RegExp])[] = [
  ['wet', /^(rain\w*|wet|damp|dampness|storm\w*|drizzl\w*|flood(s|ed|ing)?|fog|foggy)$/],
  ['frost', /^(frost\w*|frozen|freez(e|es|ing)|ice|icy|snow\w*)$/],
  ['heat', /^(heatwave|scorching)$/],
  ['wind', /^(wind|winds|windy|gust\w*|gale\w*)$/],
  ['thunderstorm', /^(thunder\w*|lightning|surge|surges)$/],
];
const HEAT_WORDS = /\b(hot (day|weather|afternoon|spell)|sunny afternoon)/i;
/** What takes back the word that follows it: "no rain", "not windy". */
const DENIALS: ReadonlySet<string> = new Set(['no', 'not', 'never', 'without', 'nor']);

/** Degrees Celsius outside from which it freezes, or is hot. */
const FROST = 1;
const HEAT = 32;

/** The kinds of weather that words and temperatures speak of. */
export function weatherKinds(
  texts: readonly string[],
  weather: readonly { readonly temperatures?: Temperatures }[],
): ReadonlySet<string> {
  const kinds = new Set(texts.flatMap(kindsIn));
  for (const { temperatures } of weather) {
    if (temperatures?.outside === undefined) continue;
    if (temperatures.outside <= FROST) kinds.add('frost');
    if (temperatures.outside >= HEAT) kinds.add('heat');
  }
  return kinds;
}

function kindsIn(text: string): readonly string[] {
  const words = text.toLowerCase().match(/[\p{L}]+/gu) ?? [];
  const said = words.filter((_word, index) => !DENIALS.has(words[index - 1] ?? ''));
  const kinds = KINDS.filter(([, pattern]) => said.some((word) => pattern.test(word))).map(([kind]) => kind);
  return HEAT_WORDS.test(text) ? [...kinds, 'heat'] : kinds;
}
