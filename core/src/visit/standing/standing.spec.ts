import { BENCH_CONTEXT, FAN_CONTEXT } from '../../testing/traps';
import { DEMO_CONTEXT, VisitDriver } from '../../testing/demo';
import { isPointDead } from '../../testing/dead-points';
import { FUNCTIONS } from '../../quantity';
import type { VisitContext, VisitState } from '../record';
import { energyAhead, possibleMethod, restingPlace, spokenStep, standingAt, stuckHere, undecidedHere } from '.';
import { currentStep } from '../walking';

/** A visit that has just begun stands at every step in turn: nothing is proven dead. */
function everyStep(context: VisitContext): readonly VisitState[] {
  return Object.values(context.procedures).flatMap(({ id, start, steps }) =>
    Object.keys(steps).map((step) => {
      const visit = new VisitDriver(context);
      visit.log({ type: 'visit-opened', unit: 'unit', complaint: '' });
      visit.log({ type: 'procedure-started', procedure: id, start });
      visit.log({ type: 'step-jumped', to: step });
      return visit.state;
    }),
  );
}

describe('standing at a step', () => {
  it('leads nobody to points that are not proven dead, in words, in letters or aloud', () => {
    let refused = 0;
    for (const context of [DEMO_CONTEXT, BENCH_CONTEXT, FAN_CONTEXT]) {
      for (const state of everyStep(context)) {
        const standing = standingAt(context, state);
        if (!standing?.asked || !FUNCTIONS[standing.asked.function].needsDead) continue;
        if (isPointDead(state)) continue;
        refused += 1;
        expect(standing.points).toEqual({});
        expect(standing.probes).toEqual([]);
        expect(spokenStep(standing)).toContain('Do not measure yet.');
      }
    }
    expect(refused).toBeGreaterThan(0);
  });

  it('says the same caption, points and band to everybody who asks', () => {
    const visit = new VisitDriver().toFuse();
    const standing = standingAt(DEMO_CONTEXT, visit.state);
    expect(standing?.probes.map(({ probe, label }) => `${probe} ${label}`).length).toBe(2);
    expect(standing?.should).not.toBe('');
    for (const { label } of standing?.probes ?? []) expect(spokenStep(standing!)).toContain(label);
  });

  it('rests at the look before a chart, and at its step with one', () => {
    const visit = new VisitDriver();
    expect(restingPlace(DEMO_CONTEXT, visit.state)).toBe('look');
    visit.open();
    expect(restingPlace(DEMO_CONTEXT, visit.state)).toBe('step');
    expect(energyAhead(DEMO_CONTEXT, visit.state)).toBeUndefined();
  });

  it('begins with the first way that can be gone', () => {
    const visit = new VisitDriver().toFuse();
    const step = currentStep(DEMO_CONTEXT, visit.state);
    if (step?.kind !== 'measurement') throw new Error('the fuse is measured');
    expect(standingAt(DEMO_CONTEXT, visit.state)?.asked?.from).toBe(
      standingAt(DEMO_CONTEXT, visit.state, { method: possibleMethod(DEMO_CONTEXT, visit.state, step) })?.asked?.from,
    );
  });

  it('is stuck where the chart has no way on, and asks where it is too close to call', () => {
    const visit = new VisitDriver().open().act().answer('nothing').answer('both-lit').act();
    visit.read('0');
    expect(stuckHere(visit.state)).toContain('The meter shows nothing');
    const fuse = new VisitDriver().toFuse();
    const step = currentStep(DEMO_CONTEXT, fuse.state);
    if (step?.kind !== 'measurement') throw new Error('the fuse is measured');
    expect(undecidedHere(DEMO_CONTEXT, fuse.state, step)).toBeUndefined();
  });
});
