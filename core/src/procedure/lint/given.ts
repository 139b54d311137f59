import { problemError, type Problem } from '../../unit-model';
import { believedAtStart } from '../believed-at-start';
import { conditionEntries } from '../conditions';
import type { ProcedureDocument } from '../procedure-document';

/** What a chart says is so at its start, and no visit believes: the author's word makes nothing safe. */
export function lintGiven({ given = {} }: ProcedureDocument): Problem[] {
  const believed = new Set(conditionEntries(believedAtStart(given, {})).map(({ group, id }) => `${group} ${id}`));
  const refused = conditionEntries(given)
    .filter(({ group, id }) => !believed.has(`${group} ${id}`))
    .map(({ group, id, state }) =>
      problemError(
        `given.${group}.${id}`,
        `No visit takes "${state}" for granted: a step that does or reads it says so. Accepted: supplies on, interlocks held, covers off, parts out-of-service, positions, facts.`,
      ),
    );
  const done = (['repaired', 'after'] as const)
    .filter((each) => given[each] !== undefined)
    .map((each) => problemError(`given.${each}`, 'What was done, and when, is logged and never assumed.'));
  return [...refused, ...done];
}
