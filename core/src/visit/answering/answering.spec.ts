import fc from 'fast-check';
import { BURNER_CONTEXT } from '../../testing/burner';
import { PUMP_CONTEXT } from '../../testing/ambiguities';
import { DEMO_CONTEXT, DEMO_MODEL, DEMO_PROCEDURE, envelope, VisitDriver } from '../../testing/demo';
import { BENCH_CONTEXT, FAN_CONTEXT } from '../../testing/traps';
import type { UnitModelDocument } from '../../unit-model';
import { currentStep } from '../walking';
import { openBypasses, VisitContext } from '../record';
import { walkList } from '../list';
import { answerStep, type Answer } from '.';

const TEXTS = ['0.1', '27', '231', 'OL', '20.4', '1k5', '~24', 'beep', '0.02 / 0.1', '45', ''];

const answers: fc.Arbitrary<Answer> = fc.oneof(
  fc.constant<Answer>({ kind: 'done' }),
  fc
    .constantFrom('none', 'lit', 'both-lit', 'nothing', 'no', 'yes')
    .map((answer): Answer => ({ kind: 'seen', answer })),
  fc.constantFrom(...TEXTS).map((text): Answer => ({ kind: 'read', text })),
  fc.constantFrom(undefined, 'within' as const, 'low' as const).map((verdict): Answer => ({
    kind: 'accepted',
    ...(verdict ? { verdict } : {}),
  })),
  fc.constantFrom('', 'lid stays on').map((reason): Answer => ({ kind: 'waived', reason })),
  fc.constantFrom('in' as const, 'out' as const).map((is): Answer => ({ kind: 'jumper', is })),
  fc.boolean().map((works): Answer => ({ kind: 'looked', works })),
  fc.constantFrom('', 'changed last week').map((reason): Answer => ({ kind: 'disagreed', reason })),
  fc
    .constantFrom('skipped' as const, 'not-applicable' as const, 'cannot-do' as const)
    .map((how): Answer => ({ kind: 'passed', how, reason: 'no ladder' })),
);

describe('a conclusion somebody does not agree with', () => {
  it('names nothing, keeps the reason, and lets the chart go on; without a reason, or elsewhere, it is refused', () => {
    const visit = new VisitDriver().toFuse();
    expect(answerStep(visit.context, visit.state, { kind: 'disagreed', reason: 'no' }).outcome).toBe('refused');
    visit.read('OL');
    visit.read('0.1');
    visit.read('0.1');
    expect(currentStep(visit.context, visit.state)?.kind).toBe('conclusion');
    expect(answerStep(visit.context, visit.state, { kind: 'disagreed', reason: ' ' }).outcome).toBe('refused');
    const answered = answerStep(visit.context, visit.state, {
      kind: 'disagreed',
      reason: 'the coil was changed last week',
    });
    if (answered.outcome !== 'event') throw new Error('refused');
    visit.log(answered.body);
    expect(visit.state.findings).toEqual([]);
    expect(visit.state.step).toBe('@end');
  });
});

describe('answering a step', () => {
  it('comes to an event of the step it was asked at, or says why not, whoever answers and whatever is said', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(DEMO_CONTEXT, BENCH_CONTEXT, FAN_CONTEXT, BURNER_CONTEXT),
        fc.array(answers, { maxLength: 40 }),
        (context, given) => {
          const [procedure] = Object.values(context.procedures);
          const driver = new VisitDriver(context);
          driver.log({ type: 'visit-opened', unit: 'u', complaint: '', meter: 'hand-6000' });
          driver.log({ type: 'procedure-started', procedure: procedure?.id ?? '', start: procedure?.start ?? '' });
          for (const answer of given) {
            const { state } = driver;
            const step = currentStep(context, state);
            const answered = answerStep(context, state, answer);
            if (answered.outcome !== 'event') {
              expect('message' in answered ? answered.message : answered.question).not.toBe('');
              continue;
            }
            if ('step' in answered.body) expect(answered.body.step).toBe(state.step);
            // A step that keeps somebody safe is left by its own answer alone.
            if (answer.kind === 'passed') expect((step as { skippable?: boolean }).skippable).not.toBeFalse();
            driver.log(answered.body);
          }
        },
      ),
      { numRuns: 200 },
    );
  });

  it('refuses a list the jumper that it refuses a hand', () => {
    const devices = DEMO_MODEL.devices.map((device) =>
      device.id === 'FS1' ? { ...device, protection: 'flame' } : device,
    );
    const model: UnitModelDocument = { ...DEMO_MODEL, devices };
    const context = new VisitContext({ ...DEMO_CONTEXT, model });
    const driver = new VisitDriver(context).open();
    driver.log({ type: 'step-jumped', to: 'float-jumper' });
    expect(answerStep(context, driver.state, { kind: 'done' })).toEqual(
      jasmine.objectContaining({ outcome: 'refused', message: jasmine.stringContaining('flame protection') }),
    );
    const walk = (): unknown =>
      walkList(
        context,
        [
          { type: 'visit-opened', unit: 'mist-line-2', complaint: '', meter: 'hand-6000' },
          { type: 'procedure-started', procedure: DEMO_PROCEDURE.id, start: DEMO_PROCEDURE.start },
        ],
        [{ number: 1, step: '>float-jumper', reading: 'done' }],
        envelope,
        { isStrict: true },
      );
    expect(walk).toThrowError(/line 1: .*flame protection is never bypassed/);
  });

  it('takes a jumper of a matrix in, looked at, and out, and leaves none in', () => {
    const procedure = PUMP_CONTEXT.procedures['pump-chain-by-halves'];
    const matrix = Object.entries(procedure?.steps ?? {}).find(([, each]) => each.kind === 'matrix')?.[0] ?? '';
    const driver = new VisitDriver(PUMP_CONTEXT);
    driver.log({ type: 'visit-opened', unit: 'mist-line-2', complaint: '', meter: 'hand-6000' });
    driver.log({ type: 'procedure-started', procedure: procedure?.id ?? '', start: procedure?.start ?? '' });
    driver.log({ type: 'step-jumped', to: matrix });
    const give = (answer: Answer): string => {
      const answered = answerStep(PUMP_CONTEXT, driver.state, answer);
      return answered.outcome === 'event' ? driver.log(answered.body).type : answered.outcome;
    };
    expect(give({ kind: 'looked', works: true })).toBe('refused');
    expect(give({ kind: 'jumper', is: 'in' })).toBe('bypass-placed');
    expect(openBypasses(driver.state).length).toBe(1);
    expect(give({ kind: 'looked', works: false })).toBe('matrix-looked');
    expect(give({ kind: 'jumper', is: 'out' })).toBe('bypass-removed');
    expect(openBypasses(driver.state)).toEqual([]);
  });
});
