import fc from 'fast-check';
import { compileProcedure } from '../procedure';
import { HAND_METER, VisitDriver } from '../testing/demo';
import { walkAnywhere } from '../testing/random-walk';
import { SHIPPED_CHARTS, SHIPPED_GENERALS, SHIPPED_MODELS } from '../testing/shipped';
import { VisitContext, type EventBody } from '../visit';
import { guardsOfRecord } from './index';

const MACHINES = SHIPPED_MODELS.map((model) => {
  const charts = SHIPPED_CHARTS.filter(({ chart }) => chart.unitModel === model.id).map(({ chart }) =>
    compileProcedure(chart, model, SHIPPED_GENERALS),
  );
  const procedures = Object.fromEntries(charts.map((chart) => [chart.id, chart]));
  return { charts, context: new VisitContext({ model, procedures, meters: { [HAND_METER.id]: HAND_METER } }) };
});

describe('a trap that a record stands in front of', () => {
  it('is not silenced by going elsewhere: a jump, a step passed over, another chart, a word, another meter zeroed', () => {
    let raised = 0;
    fc.assert(
      fc.property(
        fc.constantFrom(...MACHINES),
        fc.nat(),
        fc.array(fc.nat(), { minLength: 6, maxLength: 40 }),
        fc.nat(),
        ({ context, charts }, which, choices, pick) => {
          const chart = charts[which % charts.length];
          const other = charts[pick % charts.length];
          const visit = new VisitDriver(context);
          visit.log({ type: 'visit-opened', unit: 'x', complaint: '', meter: HAND_METER.id });
          for (const { id } of context.model.supplies) visit.log({ type: 'supply-changed', supply: id, state: 'on' });
          visit.log({ type: 'procedure-started', procedure: chart?.id ?? '', start: chart?.start ?? '' });
          walkAnywhere(visit, choices);
          const traps = (): ReadonlySet<string> =>
            new Set(
              guardsOfRecord(context, visit.state).flatMap(({ id, events }) => events.map((event) => `${id} ${event}`)),
            );
          const before = traps();
          raised += before.size;
          const steps = Object.keys(chart?.steps ?? {});
          const elsewhere: readonly EventBody[] = [
            { type: 'step-jumped', to: steps[pick % steps.length] ?? '@end' },
            { type: 'note-added', text: 'went round the house' },
            { type: 'procedure-started', procedure: other?.id ?? '', start: other?.start ?? '' },
            { type: 'leads-zeroed', text: '0.2', ohms: 0.2 },
          ];
          for (const body of elsewhere) {
            visit.log(body);
            const now = traps();
            for (const each of before)
              expect(now.has(each))
                .withContext(`${each} after ${JSON.stringify(body)}`)
                .toBeTrue();
          }
        },
      ),
      { numRuns: 250, seed: 16 },
    );
    expect(raised).toBeGreaterThan(100);
  });
});
