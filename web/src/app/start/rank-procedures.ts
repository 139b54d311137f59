import type { LibraryProcedure } from '@juxtameter/contract';
import { Hearing } from '@juxtameter/core';

/** Charts for a unit model, those first whose complaints or title fit best what the customer says. */
export function rankProcedures(
  procedures: readonly LibraryProcedure[],
  unitModel: string | undefined,
  complaint: string,
): readonly LibraryProcedure[] {
  const charts = procedures.filter((each) => each.unitModel === unitModel);
  const texts = charts.flatMap(({ title, complaints }) => [title, ...complaints]);
  const hearing = new Hearing([...new Set(texts)]);
  const scoreOf = (text: string): number => hearing.compare(hearing.texts.indexOf(text), complaint)?.score ?? 0;
  const scores = new Map(
    charts.map((chart) => [chart, Math.max(...[chart.title, ...chart.complaints].map(scoreOf))] as const),
  );
  return [...charts].sort((a, b) => (scores.get(b) ?? 0) - (scores.get(a) ?? 0));
}
