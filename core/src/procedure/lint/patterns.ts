import { problemError, problemWarning, type Problem } from '../../unit-model';
import { isWanted, VERDICTS, wantedWords, type Patterns, type Verdict } from '../../verdict';

/** What the parts of a set can come to, by part. */
export type VerdictsOfParts = ReadonlyMap<string, ReadonlySet<Verdict>>;

/** Patterns want verdicts, of parts that can come to them, and leave something to the ones after them. */
export function lintPatterns(patterns: Patterns, parts: VerdictsOfParts, path: string): Problem[] {
  const entries = Object.entries(patterns);
  return entries.flatMap(([name, wanted], index) => {
    const at = `${path}.${name}`;
    const never = Object.entries(wanted).flatMap(([part, words]) =>
      lintWanted(words, parts.get(part), `${at}.${part}`),
    );
    const sooner = entries.slice(0, index).find(([, earlier]) => takesAll(earlier, wanted, parts));
    return sooner === undefined
      ? never
      : [...never, problemWarning(at, `Whatever makes this pattern makes "${sooner[0]}" as well, which comes first.`)];
  });
}

function lintWanted(words: string, possible: ReadonlySet<Verdict> | undefined, at: string): Problem[] {
  const unknown = wantedWords(words).filter((word) => !(VERDICTS as readonly string[]).includes(word));
  if (unknown.length > 0)
    return [problemError(at, `"${unknown.join('", "')}" is no verdict. Accepted: ${VERDICTS.join(', ')}.`)];
  if (possible === undefined || [...possible].some((verdict) => isWanted(verdict, words))) return [];
  return [problemWarning(at, `This part cannot come to "${words}". It can to: ${[...possible].join(', ')}.`)];
}

/** Whether every set of verdicts that makes the later pattern makes the earlier one. */
function takesAll(
  earlier: Readonly<Record<string, string>>,
  later: Readonly<Record<string, string>>,
  parts: VerdictsOfParts,
): boolean {
  return Object.entries(earlier).every(([part, words]) => {
    const possible = [...(parts.get(part) ?? VERDICTS)];
    const left = later[part] === undefined ? possible : possible.filter((each) => isWanted(each, later[part] ?? ''));
    return left.every((verdict) => isWanted(verdict, words));
  });
}
