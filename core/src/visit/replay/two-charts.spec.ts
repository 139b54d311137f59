import fc from 'fast-check';
import type { ConclusionStep, ProcedureDocument, StepDocument } from '../../procedure';
import { DEMO_CONTEXT, DEMO_PROCEDURE, envelope, VisitDriver } from '../../testing/demo';
import { walkAnywhere } from '../../testing/random-walk';
import {
  asBefore,
  draftFinding,
  eventWords,
  evidenceFor,
  gradeOf,
  replay,
  stepIn,
  VisitContext,
  type VisitEvent,
  type VisitState,
} from '..';

/** A chart with the very step ids of the demo's and nothing else in common: other words, other parts, other supplies. */
const OTHER: ProcedureDocument = {
  ...DEMO_PROCEDURE,
  id: 'other-chart',
  title: 'Another chart',
  steps: Object.fromEntries(
    Object.entries(DEMO_PROCEDURE.steps).map(([id, step]): [string, StepDocument] => [id, estranged(id, step)]),
  ),
};

function estranged(id: string, step: StepDocument): StepDocument {
  const { clears: _clears, implicates: _implicates, sets: _sets, ...rest } = step as unknown as Record<string, unknown>;
  return { ...rest, text: `Something else: ${id}` } as unknown as StepDocument;
}

const CONTEXT = new VisitContext({
  ...DEMO_CONTEXT,
  procedures: { [DEMO_PROCEDURE.id]: DEMO_PROCEDURE, [OTHER.id]: OTHER },
});
const CONCLUSIONS = Object.values(DEMO_PROCEDURE.steps).filter(
  (step): step is ConclusionStep => step.kind === 'conclusion',
);

/** What the record says of its first so many lines: titles, and for everything the chart can accuse evidence and grade. */
function saidOf(context: VisitContext, state: VisitState, lines: number): unknown {
  const trail = state.trail.slice(0, lines);
  return {
    titles: trail.map((line) => eventWords(context, state, line)),
    grades: CONCLUSIONS.map((step) => {
      const evidence = evidenceFor(context, { trail }, step);
      const ids = (side: typeof evidence.implicates): unknown =>
        side.map(({ line, elements }) => [line.event.id, elements]);
      return [
        gradeOf(step, evidence),
        ids(evidence.implicates),
        ids(evidence.contradicts),
        ids(evidence.clearsOthers),
        evidence.unproven,
      ];
    }),
  };
}

const choices = fc.array(fc.nat(9), { minLength: 3, maxLength: 30 });
const elsewhere = fc.record({
  start: fc.constantFrom(...Object.keys(OTHER.steps)),
  jump: fc.option(fc.constantFrom(...Object.keys(OTHER.steps))),
  then: fc.array(fc.nat(9), { maxLength: 12 }),
});

describe('a visit that walks two charts', () => {
  it('says of the first what it said before the second was begun, jumped in and walked', () => {
    fc.assert(
      fc.property(choices, elsewhere, (first, { start, jump, then }) => {
        const visit = walkAnywhere(new VisitDriver(CONTEXT).open(), first);
        const lines = visit.state.trail.length;
        const before = saidOf(CONTEXT, visit.state, lines);
        visit.log({ type: 'procedure-started', procedure: OTHER.id, start });
        if (jump !== null) visit.log({ type: 'step-jumped', to: jump });
        walkAnywhere(visit, then);
        expect(saidOf(CONTEXT, visit.state, lines)).toEqual(before);
        // The log loaded anew says the same as the page that was there all along.
        expect(saidOf(CONTEXT, replay(CONTEXT, visit.events), lines)).toEqual(before);
      }),
      { numRuns: 60 },
    );
  });

  it('lets what the first chart cleared speak against a finding of the second', () => {
    const visit = new VisitDriver(CONTEXT).toFuse();
    visit.read('0.3');
    const fuse = { item: 'F1' };
    expect(evidenceFor(CONTEXT, visit.state, fuse).contradicts.length).toBe(1);
    visit.log({ type: 'procedure-started', procedure: OTHER.id, start: OTHER.start });
    const { contradicts } = evidenceFor(CONTEXT, visit.state, fuse);
    expect(contradicts.map(({ line }) => line.chart)).toEqual([DEMO_PROCEDURE.id]);
  });

  it('books a reading of a shared step to the chart it was taken in, also when it arrives late', () => {
    const visit = new VisitDriver(CONTEXT).toFuse();
    const step = visit.state.step ?? '';
    const late = visit.read('0.3');
    const begun = visit.events.filter(({ id }) => id !== late.id);
    const second: VisitEvent = { ...envelope(900), type: 'procedure-started', procedure: OTHER.id, start: step };
    const state = replay(CONTEXT, [...begun, second, { ...late, chart: DEMO_PROCEDURE.id }]);
    const line = state.trail.at(-1);
    expect(line?.standing).toBe('evidence');
    expect(line?.step).toBe(stepIn(CONTEXT, DEMO_PROCEDURE.id, step));
    expect(state.step).toBe(step);
    expect(evidenceFor(CONTEXT, state, { item: 'F1' }).contradicts.length).toBe(1);
  });

  it('makes a supply unknown when its switching is taken back, whatever is walked by then', () => {
    const visit = new VisitDriver(CONTEXT).toFuse();
    const switched = visit.state.trail.find(
      ({ event, step }) => event.type === 'action-done' && step?.kind === 'action' && step.sets?.supplies?.['mains'],
    );
    expect(switched).toBeDefined();
    visit.log({ type: 'procedure-started', procedure: OTHER.id, start: OTHER.start });
    visit.log({ type: 'retracted', event: switched?.event.id ?? '' });
    expect(visit.state.conditions.supplies?.['mains']).toBe('unknown');
  });
});

describe('a finding of the past', () => {
  it('keeps the evidence it was graded by, whatever was read, begun and taken back since', () => {
    fc.assert(
      fc.property(choices, elsewhere, fc.nat(60), (first, { start, then }, back) => {
        const visit = walkAnywhere(new VisitDriver(CONTEXT).open(), first);
        visit.log({ type: 'step-jumped', to: Object.keys(DEMO_PROCEDURE.steps).find(isConclusion) ?? '' });
        const finding = draftFinding(CONTEXT, visit.state);
        if (!finding) throw new Error('The demo chart ends in conclusions');
        const found = visit.log(finding);
        visit.log({ type: 'procedure-started', procedure: OTHER.id, start });
        walkAnywhere(visit, then);
        const target = visit.events[back % visit.events.length];
        if (target) visit.log({ type: 'retracted', event: target.id });
        const asItStood = asBefore(CONTEXT, visit.state, found.id);
        const step = stepIn(CONTEXT, DEMO_PROCEDURE.id, finding.step) as ConclusionStep;
        expect(gradeOf(step, evidenceFor(CONTEXT, asItStood, finding))).toBe(finding.grade);
      }),
      { numRuns: 60 },
    );
  });
});

function isConclusion(id: string): boolean {
  return DEMO_PROCEDURE.steps[id]?.kind === 'conclusion';
}
