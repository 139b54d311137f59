import MiniSearch from 'minisearch';
import type { UnitModelDocument } from '../unit-model';
import { toldWords, type ToldWord } from './told-words';

/** What somebody's words and a text have in common. */
export interface Fit {
  /** Each word by how few texts have it, 1 for one that no other has. */
  readonly score: number;
  /** The words as they were said. */
  readonly words: readonly string[];
}

/** A word that both have, and what it counts. */
interface Match {
  readonly word: ToldWord;
  readonly weight: number;
}

interface Compared {
  readonly matches: readonly Match[];
  /** Words that the one denies and the other says. */
  readonly contradictions: number;
}

/** Part of a word's letters that may be wrong; none of a short one. */
const MISSPELT = 0.2;
const SHORT = 4;

/**
 * Which of some texts somebody's words fit: rare words count more, a word may be misspelt, a part may go by its id or by
 * its name, and what is denied in one and said in the other fits nothing.
 */
export class Hearing {
  readonly #texts: readonly (readonly ToldWord[])[];
  readonly #index: MiniSearch<{ readonly id: number; readonly words: string }>;
  readonly #names: readonly (readonly string[])[];
  readonly #found = new Map<string, ReadonlyMap<number, ReadonlySet<string>>>();

  constructor(
    readonly texts: readonly string[],
    model?: Pick<UnitModelDocument, 'devices' | 'boards'>,
  ) {
    this.#names = [...(model?.devices ?? []), ...(model?.boards ?? [])].flatMap(({ id, name }) =>
      name === undefined ? [] : [[id.toLowerCase(), ...toldWords(name).map(({ stem }) => stem)]],
    );
    this.#texts = texts.map((text) => this.#told(text));
    this.#index = new MiniSearch({
      fields: ['words'],
      tokenize: (text) => text.split(' '),
      processTerm: (term) => term,
    });
    this.#index.addAll(this.#texts.map((words, id) => ({ id, words: words.map(({ stem }) => stem).join(' ') })));
  }

  /** Whether somebody's words deny what a text says, or the text what they say. */
  contradicts(text: number, said: string): boolean {
    const { matches, contradictions } = this.#compared(text, said);
    return contradictions > 0 && matches.length <= contradictions;
  }

  /** What is said of one of the texts, by its place among them; undefined where it does not fit. */
  compare(text: number, said: string): Fit | undefined {
    const { matches, contradictions } = this.#compared(text, said);
    if (matches.length <= contradictions) return undefined;
    return {
      score: matches.reduce((sum, { weight }) => sum + weight, 0),
      words: [...new Set(matches.flatMap(({ word }) => word.said ?? []))],
    };
  }

  #compared(text: number, said: string): Compared {
    const known = this.#texts[text] ?? [];
    const words = this.#told(said);
    const matches: Match[] = [];
    let contradictions = 0;
    for (const word of words) {
      const found = this.#search(word.stem);
      const terms = found.get(text);
      if (!terms) continue;
      const same = known.filter(({ stem }) => terms.has(stem));
      if (same.some(({ isDenied }) => isDenied === word.isDenied)) matches.push({ word, weight: 1 / found.size });
      else contradictions += 1;
    }
    return { matches, contradictions };
  }

  /** Texts that have a word or one nearly like it, with the words they have. */
  #search(stem: string): ReadonlyMap<number, ReadonlySet<string>> {
    const known = this.#found.get(stem);
    if (known) return known;
    const results = this.#index.search(stem, {
      tokenize: (text) => [text],
      fuzzy: stem.length > SHORT ? MISSPELT : false,
    });
    const found = new Map(results.map(({ id, terms }) => [id as number, new Set(terms)]));
    this.#found.set(stem, found);
    return found;
  }

  /** Its words, with the other names of the parts among them. */
  #told(text: string): readonly ToldWord[] {
    const words = toldWords(text);
    const others = this.#names.flatMap(([id = '', ...name]): ToldWord[] => {
      const byId = words.find(({ stem }) => stem === id);
      if (byId) return name.map((stem) => ({ stem, isDenied: byId.isDenied }));
      const named = name.map((stem) => words.find((word) => word.stem === stem));
      const [first] = named;
      return first && named.every((each) => each !== undefined) ? [{ stem: id, isDenied: first.isDenied }] : [];
    });
    return [...words, ...others];
  }
}
