import fc from 'fast-check';
import { END, isWalkable, type ProcedureDocument } from '../../procedure';
import { envelope, HAND_METER, VisitDriver } from '../../testing/demo';
import { walkAnywhere } from '../../testing/random-walk';
import { SHIPPED_CHARTS, SHIPPED_GENERALS, SHIPPED_MODELS } from '../../testing/shipped';
import { compileProcedure } from '../../procedure';
import { FINDING_GRADES, VisitContext, type EventBody, type FindingGrade, type VisitEvent } from '../record';
import { replay } from '../replay';
import { evidenceFor, type Accused } from '.';

const rank = (grade: FindingGrade): number => FINDING_GRADES.indexOf(grade);

/** Every machine with all its charts. */
const MACHINES = SHIPPED_MODELS.map((model) => {
  const charts = SHIPPED_CHARTS.filter(({ chart }) => chart.unitModel === model.id).map(({ chart }) =>
    compileProcedure(chart, model, SHIPPED_GENERALS),
  );
  return {
    charts,
    context: new VisitContext({
      model,
      procedures: Object.fromEntries(charts.map((chart) => [chart.id, chart])),
      meters: { [HAND_METER.id]: HAND_METER },
    }),
  };
});

const walks = fc.record({
  machine: fc.constantFrom(...MACHINES),
  which: fc.nat(),
  choices: fc.array(fc.nat(), { minLength: 4, maxLength: 40 }),
  pick: fc.nat(),
});

interface Found {
  readonly accused: Accused;
  readonly step: string;
  readonly events: readonly VisitEvent[];
}

/** A walk to a finding, supplies and calls made so that readings count. */
function found(
  context: VisitContext,
  chart: ProcedureDocument | undefined,
  choices: readonly number[],
): Found | undefined {
  const visit = new VisitDriver(context);
  visit.log({ type: 'visit-opened', unit: 'x', complaint: '', meter: HAND_METER.id });
  for (const { id } of context.model.supplies) visit.log({ type: 'supply-changed', supply: id, state: 'on' });
  visit.log({ type: 'procedure-started', procedure: chart?.id ?? '', start: chart?.start ?? '' });
  walkAnywhere(visit, choices);
  const index = visit.events.findLastIndex(({ type }) => type === 'finding-reached');
  const event = visit.events[index];
  if (event?.type !== 'finding-reached' || event.item === undefined || event.step === undefined) return undefined;
  const { item, mode, step, class: accusedClass } = event;
  const accused = { class: accusedClass, item, ...(mode === undefined ? {} : { mode }) };
  return { accused, step, events: visit.events.slice(0, index) };
}

const more = (events: readonly VisitEvent[], ...bodies: readonly EventBody[]): readonly VisitEvent[] => [
  ...events,
  ...bodies.map(
    (body, index) => ({ ...envelope(events.length + 50 + index), chart: events.at(-1)?.chart, ...body }) as VisitEvent,
  ),
];

/** Says it where a grade is higher than before. */
function expectNoHigher(
  context: VisitContext,
  { accused, events }: Found,
  changed: readonly VisitEvent[],
  how: string,
): void {
  const before = evidenceFor(context, replay(context, events), accused).earned;
  const after = evidenceFor(context, replay(context, changed), accused).earned;
  expect(rank(after))
    .withContext(`${how} ${JSON.stringify(accused)}: ${before} to ${after}`)
    .toBeGreaterThanOrEqual(rank(before));
}

describe('a grade is never raised', () => {
  const seen = { found: 0 };
  const forEach = (
    check: (context: VisitContext, walk: Found, charts: readonly ProcedureDocument[], pick: number) => void,
    numRuns: number,
  ): void => {
    fc.assert(
      fc.property(walks, ({ machine: { context, charts }, which, choices, pick }) => {
        const walk = found(context, charts[which % charts.length], choices);
        if (!walk) return;
        seen.found += 1;
        check(context, walk, charts, pick);
      }),
      { numRuns, seed: 1616 },
    );
    expect(seen.found).toBeGreaterThan(60);
  };

  it('by a reading or a look that was never taken, gone past on the way', () => {
    forEach((context, walk, _charts, pick) => {
      const measured = walk.events.filter(({ type }) => type === 'reading-taken' || type === 'observation-made');
      const event = measured[pick % measured.length];
      const { contradicts } = evidenceFor(context, replay(context, walk.events), walk.accused);
      // What speaks against it weakens it no more.
      if (!event || contradicts.some(({ line }) => line.event.id === event.id)) return;
      const without = walk.events.filter(({ id }) => id !== event.id);
      expectNoHigher(
        context,
        walk,
        more(without, { type: 'step-jumped', to: walk.step }),
        `without ${JSON.stringify(event)}`,
      );
    }, 500);
  });

  it('by a jump, wherever it leads', () => {
    forEach((context, walk, charts, pick) => {
      const chart = charts.find(({ id }) => id === walk.events.at(-1)?.chart) ?? charts[0];
      const steps = Object.keys(chart?.steps ?? {});
      const to = steps[pick % steps.length] ?? END;
      expectNoHigher(context, walk, more(walk.events, { type: 'step-jumped', to }), `jump to ${to}`);
    }, 400);
  });

  it('by another chart that is begun', () => {
    forEach((context, walk, charts, pick) => {
      const chart = charts[pick % charts.length];
      if (!chart) return;
      const steps = Object.entries(chart.steps).flatMap(([id, step]) => (isWalkable(step) ? [id] : []));
      const start = steps[pick % steps.length] ?? chart.start;
      const begun: EventBody = { type: 'procedure-started', procedure: chart.id, start };
      expectNoHigher(context, walk, more(walk.events, begun), `${chart.id} begun at ${start}`);
    }, 400);
  });
});
