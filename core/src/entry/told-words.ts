/** A word that tells something, and whether it is denied. */
export interface ToldWord {
  /** Without its ending, so that "starts" finds "start". */
  readonly stem: string;
  /** As it was said; missing for what follows from other words. */
  readonly said?: string;
  readonly isDenied: boolean;
}

/** Words that are in every complaint and tell nothing apart. */
const COMMON = new Set(
  'the and but does will with from when has was its any all for since too much many very a an is it in of on to at be are do did have had now then there this that or as by up out still'.split(
    ' ',
  ),
);
const DENIALS = new Set('no not never without cannot nothing none neither nor'.split(' '));
/** Where what was denied ends. */
const TURNS = new Set(['but', 'and', 'then', 'though', 'although', ',', '.', ';', ':', '!', '?']);
/** A denial reaches over so many telling words: "does not pull in at night". */
const REACH = 3;

/**
 * The telling words of a text in order, each with whether it is denied: what follows "no", "not", "won't", up to the next
 * turn of the sentence.
 */
export function toldWords(text: string): readonly ToldWord[] {
  const tokens =
    text
      .toLowerCase()
      .replaceAll('’', "'")
      .match(/[\p{L}\p{N}']+|[,.;:!?]/gu) ?? [];
  const told: ToldWord[] = [];
  let reach = 0;
  for (const token of tokens) {
    if (DENIALS.has(token) || token.endsWith("n't")) reach = REACH;
    else if (TURNS.has(token)) reach = 0;
    else if (!COMMON.has(token) && (token.length > 2 || /\d/.test(token))) {
      told.push({ stem: token.replace(/(ing|es|ed|s)$/, ''), said: token, isDenied: reach > 0 });
      reach = Math.max(0, reach - 1);
    }
  }
  return told;
}
