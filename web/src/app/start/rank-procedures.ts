import type { LibraryProcedure } from '@juxtameter/contract';
import { sharedWords } from '@juxtameter/core';

/** Charts for a unit model, those whose complaints share words with what the customer says first. */
export function rankProcedures(
  procedures: readonly LibraryProcedure[],
  unitModel: string | undefined,
  complaint: string,
): readonly LibraryProcedure[] {
  const score = (procedure: LibraryProcedure): number =>
    sharedWords([procedure.title, ...procedure.complaints].join(' '), complaint);
  return procedures.filter((each) => each.unitModel === unitModel).sort((a, b) => score(b) - score(a));
}
