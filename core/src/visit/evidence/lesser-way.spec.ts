import { lintProcedure, compileProcedure, type MeasurementStep, type ProcedureDocument } from '../../procedure';
import { DEMO_CONTEXT, DEMO_MODEL, DEMO_PROCEDURE, VisitDriver } from '../../testing/demo';
import { VisitContext } from '../record';
import { verdictWords } from '../standing';
import { evidenceFor, draftFinding } from '.';

const COIL = DEMO_PROCEDURE.steps['coil'] as MeasurementStep;
const { branches: _branches, implicates: _implicates, ...plainStrip } = COIL.measure.methods?.['at-the-strip'] ?? {};

/** The chart as it would be if nobody had said what the strip cannot tell apart. */
const LUMPED: ProcedureDocument = {
  ...DEMO_PROCEDURE,
  steps: {
    ...DEMO_PROCEDURE.steps,
    coil: { ...COIL, measure: { ...COIL.measure, methods: { ...COIL.measure.methods, 'at-the-strip': plainStrip } } },
  },
};

function atCoil(procedure = DEMO_PROCEDURE): VisitDriver {
  const context = new VisitContext({ ...DEMO_CONTEXT, procedures: { [procedure.id]: procedure } });
  const driver = new VisitDriver(context).toFuse();
  driver.read('0.3');
  return driver;
}

describe('a way of measuring that proves less', () => {
  it('leads where the chart says for that way, and to the common place where it says nothing', () => {
    const strip = atCoil();
    strip.read('OL', 'at-the-strip');
    expect(strip.state.step).toBe('coil-itself');
    const coil = atCoil();
    coil.read('OL', 'at-the-coil');
    expect(coil.state.step).toBe('coil-open');
    const whole = atCoil();
    whole.read('9.0', 'at-the-strip');
    expect(whole.state.step).toBe('energise');
  });

  it('accuses by its own words, and those of the other ways do not count', () => {
    const strip = atCoil();
    strip.read('OL', 'at-the-strip');
    const accused = { item: 'K1', mode: 'coil-open' };
    const [line] = evidenceFor(strip.context, strip.state, accused).implicates;
    expect(line?.elements).toEqual(['K1:coil-open']);
    const wires = evidenceFor(strip.context, strip.state, { item: 'w18' }).implicates;
    expect(wires.map(({ elements }) => elements)).toEqual([['w18']]);
    const before = atCoil();
    expect(
      verdictWords(before.context, before.state, { verdict: 'open' }, 'coil-itself', 'at-the-strip').points,
    ).toMatch(/K1.*Wire DM1·2 to K1·A1/);
  });

  it('leaves open what it cannot tell where the chart takes it for as good as the others: the grade is lower', () => {
    const lumped = atCoil(LUMPED);
    lumped.read('OL', 'at-the-strip');
    expect(lumped.state.step).toBe('coil-open');
    const full = atCoil(LUMPED);
    full.read('OL', 'at-the-coil');
    expect(draftFinding(full.context, full.state)?.grade).toBe('likely');
    expect(draftFinding(lumped.context, lumped.state)?.grade).toBe('not isolated');
    const { unproven } = evidenceFor(lumped.context, lumped.state, { item: 'K1', mode: 'coil-open' });
    expect(unproven).toContain('Ohms of the contactor coil K1: an open reading may be a wire');
  });

  it('is checked as the rest of the chart: its branches exist, its verdicts can result, its targets follow a call', () => {
    const wrong = (way: object): readonly string[] => {
      const step = { ...COIL, measure: { ...COIL.measure, methods: { 'at-the-strip': { ...plainStrip, ...way } } } };
      const procedure = { ...DEMO_PROCEDURE, steps: { ...DEMO_PROCEDURE.steps, coil: step } } as ProcedureDocument;
      return lintProcedure(compileProcedure(procedure, DEMO_MODEL), DEMO_MODEL).map(({ path }) => path);
    };
    expect(wrong({ branches: { open: 'nowhere' } }).join()).toContain('coil');
    expect(wrong({ branches: { opened: 'coil-open' } })).toContain(
      'steps.coil.measure.methods.at-the-strip.branches.opened',
    );
    expect(wrong({ branches: { open: 'coil-itself' } })).toEqual([]);
  });
});
