import fc from 'fast-check';
import { compileProcedure, PROVE_DEAD_PROCEDURE, proveDeadProcedure } from '../../procedure';
import { DEMO_CONTEXT, DEMO_MODEL, DEMO_PROCEDURE, VisitDriver } from '../../testing/demo';
import { walkAnywhere } from '../../testing/random-walk';
import { replay } from '../replay';
import { VisitContext } from '../record';

const CONTEXT = new VisitContext({
  ...DEMO_CONTEXT,
  procedures: {
    ...DEMO_CONTEXT.procedures,
    [PROVE_DEAD_PROCEDURE]: compileProcedure(proveDeadProcedure(DEMO_MODEL), DEMO_MODEL, []),
  },
});

const away = (driver: VisitDriver): void => {
  driver.log({ type: 'procedure-started', procedure: PROVE_DEAD_PROCEDURE, start: 'isolate' });
};

describe('a chart that is left to prove everything dead', () => {
  it('goes on where it was, whenever it was left, as if it had not been', () => {
    let left = 0;
    fc.assert(
      fc.property(fc.array(fc.nat(), { maxLength: 40 }), fc.boolean(), (choices, isIsolated) => {
        const driver = walkAnywhere(new VisitDriver(CONTEXT).open(), choices);
        const before = driver.state;
        away(driver);
        if (isIsolated) driver.log({ type: 'action-done', step: 'isolate', next: 'dead' });
        const back = driver.state.chartLeft;
        if (!back) return;
        left += 1;
        driver.log({ type: 'procedure-started', procedure: back.procedure, start: back.step });
        const { procedure, step, outcomes, walks } = driver.state;
        expect({ procedure, step, outcomes, walks }).toEqual({
          procedure: before.procedure,
          step: before.step,
          outcomes: before.outcomes,
          walks: before.walks,
        });
        expect(driver.state.chartLeft).toBeUndefined();
        expect(replay(CONTEXT, driver.events)).toEqual(driver.state);
      }),
    );
    expect(left).toBeGreaterThan(20);
  });

  it('is begun anew by whoever begins it anew', () => {
    const driver = new VisitDriver(CONTEXT).toFuse();
    const [procedure, start] = [driver.state.procedure ?? '', CONTEXT.procedures[driver.state.procedure ?? '']?.start];
    away(driver);
    driver.log({ type: 'procedure-started', procedure, start: start ?? '' });
    expect(driver.state.outcomes).toEqual({});
    expect(driver.state.step).toBe(start);
  });

  it('believes nothing anew that its author believed of its beginning', () => {
    const chart = { ...DEMO_PROCEDURE, given: { supplies: { mains: 'on' } } } as const;
    const context = new VisitContext({
      ...CONTEXT,
      procedures: { ...CONTEXT.procedures, [chart.id]: compileProcedure(chart, DEMO_MODEL, []) },
    });
    const driver = new VisitDriver(context).open();
    expect(driver.state.conditions.supplies?.['mains']).toBe('on');
    away(driver);
    driver.log({ type: 'action-done', step: 'isolate', next: 'dead' });
    const back = driver.state.chartLeft;
    driver.log({ type: 'procedure-started', procedure: back?.procedure ?? '', start: back?.step ?? '' });
    expect(driver.state.conditions.supplies?.['mains']).toBe('locked');
    driver.log({ type: 'procedure-started', procedure: chart.id, start: chart.start });
    expect(driver.state.conditions.supplies?.['mains']).toBe('on');
  });
});
