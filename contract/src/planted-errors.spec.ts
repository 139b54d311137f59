import type { Problem } from '@juxtameter/core';
import { seeded } from '../../core/src/testing/tapping-hand';
import { SHIPPED_CHARTS, SHIPPED_GENERALS, SHIPPED_MODELS } from '../../core/src/testing/shipped';
import { checkRules, openDocument } from './check-document';
import { errorsInChart, errorsInModel, type Node, type Planted } from './testing/planted-errors';

/** Everything that is said of a document, as one reads it. */
function said(document: unknown): readonly string[] {
  const { opened, problems } = openDocument(structuredClone(document));
  const rules = opened
    ? checkRules(opened, { modelOf: (id) => SHIPPED_MODELS.find((each) => each.id === id), generals: SHIPPED_GENERALS })
    : [];
  return [...problems, ...rules].map(({ severity, path, message }: Problem) => `${severity} ${path}: ${message}`);
}

const PLANTED: readonly Planted[] = [
  ...SHIPPED_CHARTS.flatMap(({ chart, model }) => errorsInChart(chart as unknown as Node, model as unknown as Node)),
  ...SHIPPED_MODELS.flatMap((model) => errorsInModel(model as unknown as Node)),
];

/** Of each kind as many as are looked at in one run. */
const OF_EACH_KIND = 5;

describe('the check of documents', () => {
  it('says nothing of what ships with the product', () => {
    for (const document of [...SHIPPED_MODELS, ...SHIPPED_GENERALS, ...SHIPPED_CHARTS.map(({ chart }) => chart)])
      expect(said(document)).withContext(document.id).toEqual([]);
  });

  it('finds whatever error is planted in it', () => {
    const random = seeded(41);
    const kinds = [...new Set(PLANTED.map(({ kind }) => kind))];
    expect(kinds.length).toBeGreaterThan(70);
    for (const kind of kinds) {
      const all = PLANTED.filter((each) => each.kind === kind);
      const some = all.length <= OF_EACH_KIND ? all : all.filter(() => random() < OF_EACH_KIND / all.length);
      for (const { at, document } of some)
        if (said(document).length === 0) fail(`${kind}, planted at ${at}, is not found`);
    }
  });
});
