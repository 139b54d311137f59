import fc from 'fast-check';
import { BURNER_CONTEXT } from '../../testing/burner';
import { DEMO_CONTEXT, VisitDriver } from '../../testing/demo';
import { jumpTo } from '../answering';
import { draftFinding, evidenceFor } from '../evidence';
import { neverWalked } from '.';

const DEMO = 'pump-contactor-does-not-pull-in';
const BURNER = 'burner-does-not-fire';

function begun(procedure = DEMO, context = DEMO_CONTEXT): VisitDriver {
  const visit = new VisitDriver(context);
  visit.log({ type: 'visit-opened', unit: 'x', complaint: '' });
  visit.log({ type: 'procedure-started', procedure, start: context.procedures[procedure]?.start ?? '' });
  return visit;
}

const conclusions = Object.entries(DEMO_CONTEXT.procedures[DEMO]?.steps ?? {}).flatMap(([id, step]) =>
  step.kind === 'conclusion' ? [id] : [],
);

describe('what a jump passes over', () => {
  it('is named as not proven, until it is walked', () => {
    const visit = begun();
    expect(neverWalked(visit.context, visit.state.trail)).toEqual([]);
    visit.log(jumpTo(visit.context, visit.state, 'after-fuse'));
    const over = neverWalked(visit.context, visit.state.trail);
    expect(over.length).toBeGreaterThan(0);
    const back = visit.log({ type: 'step-jumped', to: 'watch' });
    visit.answer('nothing');
    expect(neverWalked(visit.context, visit.state.trail).length).toBeLessThan(over.length);
    visit.log({ type: 'retracted', event: back.id });
    expect(neverWalked(visit.context, visit.state.trail).length).toBeLessThan(over.length);
  });

  it('never raises a grade: going straight to a conclusion is worth no more than walking nowhere near it', () => {
    fc.assert(
      fc.property(fc.constantFrom(...conclusions), (to) => {
        const visit = begun();
        visit.log({ type: 'step-jumped', to });
        const grade = draftFinding(visit.context, visit.state)?.grade ?? 'not isolated';
        expect(['likely', 'proved']).not.toContain(grade);
        const step = DEMO_CONTEXT.procedures[DEMO]?.steps[to];
        if (step?.kind === 'conclusion')
          expect(
            evidenceFor(visit.context, visit.state, step).unproven.some((words) => words.endsWith('passed over')),
          ).toBeTrue();
      }),
    );
  });

  it('is never the look that keeps somebody safe: it comes first, once', () => {
    const visit = begun(BURNER, BURNER_CONTEXT);
    const steps = BURNER_CONTEXT.procedures[BURNER]?.steps ?? {};
    const look = Object.entries(steps).find(([, step]) => step.kind === 'observation' && step.skippable === false)?.[0];
    const start = BURNER_CONTEXT.procedures[BURNER]?.start;
    expect(look).toBeDefined();
    for (const to of ['fan-volts', 'flame-signal', 'limit']) {
      const jump = jumpTo(visit.context, visit.state, to);
      if (look === start && visit.state.step === start) expect(jump.to).toBe(look ?? '');
      expect([look, to]).toContain(jump.to);
    }
  });
});
