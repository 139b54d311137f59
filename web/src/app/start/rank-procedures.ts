import type { LibraryProcedure } from '@juxtameter/contract';

/** Charts for a unit model, those whose complaints share words with what the customer says first. */
export function rankProcedures(
  procedures: readonly LibraryProcedure[],
  unitModel: string | undefined,
  complaint: string,
): readonly LibraryProcedure[] {
  const said = wordsOf(complaint);
  const score = (procedure: LibraryProcedure): number => {
    const known = wordsOf([procedure.title, ...procedure.complaints].join(' '));
    return [...said].filter((word) => known.has(word)).length;
  };
  return procedures.filter((each) => each.unitModel === unitModel).sort((a, b) => score(b) - score(a));
}

/** Short words tell nothing apart. */
function wordsOf(text: string): ReadonlySet<string> {
  return new Set(
    text
      .toLowerCase()
      .split(/[^\p{L}\p{N}]+/u)
      .filter((word) => word.length > 2),
  );
}
