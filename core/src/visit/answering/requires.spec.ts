import { DEMO_CONTEXT, DEMO_PROCEDURE, VisitDriver } from '../../testing/demo';
import { BENCH_CONTEXT } from '../../testing/traps';
import { lintProcedure, type Conditions, type ProcedureDocument } from '../../procedure';
import { unmetForStep } from '../walking';
import { VisitContext } from '../record';
import { answerStep } from '.';

/** The demo chart with a look and an action that wait for something. */
function waiting(requires: Conditions): VisitContext {
  const { steps } = DEMO_PROCEDURE;
  const procedure = {
    ...DEMO_PROCEDURE,
    steps: {
      ...steps,
      watch: { ...steps['watch'], requires },
      'call-mist': { ...steps['call-mist'], requires },
    },
  } as unknown as ProcedureDocument;
  return new VisitContext({ ...DEMO_CONTEXT, procedures: { [procedure.id]: procedure } });
}

describe('what a look or an action waits for', () => {
  const requires: Conditions = { supplies: { mains: 'on' } };

  it('is said before it is answered, whoever answers, and can be made so', () => {
    for (const [step, answer] of [
      ['watch', { kind: 'seen', answer: 'nothing' }],
      ['watch', { kind: 'seen', answer: 'nothing', grade: 'reported' }],
      ['call-mist', { kind: 'done' }],
    ] as const) {
      const driver = new VisitDriver(waiting(requires)).open();
      if (step !== driver.state.step) driver.log({ type: 'step-jumped', to: step });
      driver.log({ type: 'supply-changed', supply: 'mains', state: 'off' });
      expect(answerStep(driver.context, driver.state, answer)).toEqual(
        jasmine.objectContaining({
          outcome: 'refused',
          message: jasmine.stringMatching(/^Not yet: .*mains.* is off/i),
        }),
      );
      driver.log({ type: 'supply-changed', supply: 'mains', state: 'on' });
      expect(answerStep(driver.context, driver.state, answer).outcome).toBe('event');
    }
  });

  it('is met by nothing that is not known', () => {
    const context = waiting(requires);
    const watch = context.procedures[DEMO_PROCEDURE.id]?.steps['watch'];
    if (watch?.kind !== 'observation') throw new Error('no look');
    for (const state of ['off', 'unknown', 'locked', 'proven-dead', 'plug-out'] as const)
      expect(unmetForStep(context.wiring, watch, { supplies: { mains: state } }).length)
        .withContext(state)
        .toBe(1);
    expect(unmetForStep(context.wiring, watch, {}).length).toBe(1);
    expect(unmetForStep(context.wiring, watch, { supplies: { mains: 'on' } })).toEqual([]);
  });

  it('leaves an assumption what it is', () => {
    const driver = new VisitDriver(waiting(requires)).open();
    driver.log({ type: 'step-jumped', to: 'watch' });
    driver.log({ type: 'supply-changed', supply: 'mains', state: 'off' });
    const answered = answerStep(driver.context, driver.state, { kind: 'seen', answer: 'nothing', grade: 'assumed' });
    expect(answered.outcome).toBe('event');
  });
});

describe('parts of a set that want different things', () => {
  const chart = BENCH_CONTEXT.procedures['bench-stays-cold'];
  const changed = (...calls: readonly ('on' | 'off')[]): string => {
    const copy = structuredClone(chart) as unknown as {
      steps: Record<string, { measure: { set: { requires?: Conditions }[] } }>;
    };
    const set = copy.steps['matrix']?.measure.set ?? [];
    calls.forEach((state, index) => {
      const part = set[index];
      if (part) part.requires = { supplies: { mains: 'on' }, calls: { 'zone-1': state } };
    });
    return lintProcedure(copy as unknown as ProcedureDocument, BENCH_CONTEXT.model)
      .map(({ message }) => message)
      .join('\n');
  };

  it('are set up one by one; what all of them want is set up before', () => {
    expect(changed('on', 'off')).toBe('');
    expect(changed('on', 'on', 'on', 'on')).toContain('Requires calls zone-1 on');
  });
});
