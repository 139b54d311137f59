import { lintProcedure, proveDeadProcedure } from '../../procedure';
import { MEASUREMENT_FUNCTIONS } from '../../quantity';
import { conductorPairs, freeUnitModel, isFreeUnitModel, lintUnitModel, SUPPLY_SYSTEMS } from '../../unit-model';
import { DEMO_CONTEXT, DEMO_MODEL, HAND_METER, uuid, VisitDriver } from '../../testing/demo';
import { adoptableReading } from './adopt-reading';
import { evidenceFor, freeFinding } from '../evidence';
import { askedFree, enterFreeReading, usedBefore, type FreeReading } from './free-reading';
import { zeroedLeads } from './zero-leads';
import { openBypasses, VisitContext, type EventOf } from '../record';

const VOLTS = { function: 'ac-voltage', from: 'left red wire', to: 'frame', expects: '24 V ±15 %' } as const;
const OHMS = { function: 'resistance', from: 'coil left', to: 'coil right', expects: '8 Ω ±10 %' } as const;

function freeContext(...systems: (typeof SUPPLY_SYSTEMS)[number][]): VisitContext {
  const model = freeUnitModel(systems.map((system) => ({ system })));
  const procedure = proveDeadProcedure(model);
  return new VisitContext({
    model,
    procedures: { [procedure.id]: procedure },
    meters: { [HAND_METER.id]: HAND_METER },
  });
}

/** A free visit with its supplies unknown. */
class FreeDriver extends VisitDriver {
  constructor(context = freeContext('single-phase')) {
    super(context);
    this.log({ type: 'visit-opened', unit: 'somewhere', complaint: 'hums', meter: HAND_METER.id });
    this.log({ type: 'procedure-started', procedure: 'prove-dead', start: 'isolate' });
  }

  free(entry: FreeReading): EventOf<'reading-taken'> {
    const entered = enterFreeReading(this.context, this.state, entry);
    if (entered.outcome !== 'event' || entered.body.type !== 'reading-taken') throw new Error(JSON.stringify(entered));
    return this.log(entered.body) as EventOf<'reading-taken'>;
  }

  isolate(): this {
    this.log({ type: 'action-done', step: 'isolate', next: 'dead' });
    return this;
  }

  proveDead(): this {
    this.read('230');
    this.read('9.1');
    while (this.state.step === 'dead') {
      const pairs = conductorPairs(
        this.context.model,
        this.context.model.supplies.map((each) => each.id),
      ).length;
      for (let count = 0; count < 2 * pairs; count += 1) this.read('0.1');
      this.read('230');
      this.read('9.1');
    }
    return this;
  }
}

describe('a machine without a wiring list', () => {
  it('has its supplies, and up to three phases where nobody knows them', () => {
    expect(freeUnitModel([]).supplies.map((each) => each.system)).toEqual(['three-phase']);
    expect(conductorPairs(freeUnitModel([]), ['three-phase']).length).toBe(10);
    expect(isFreeUnitModel(freeUnitModel([]))).toBeTrue();
    expect(isFreeUnitModel(DEMO_MODEL)).toBeFalse();
  });

  it('passes the checks of every wiring list and chart, whatever feeds it', () => {
    for (const systems of [
      [],
      ...SUPPLY_SYSTEMS.map((system) => [{ system }]),
      SUPPLY_SYSTEMS.map((system) => ({ system })),
    ]) {
      const model = freeUnitModel(systems);
      expect(lintUnitModel(model)).toEqual([]);
      // It goes round on purpose: a free visit ends with a finding of its own.
      const problems = lintProcedure(proveDeadProcedure(model), model).filter(
        ({ message }) => !/^(Dead end|Endless loop)/.test(message),
      );
      expect(problems).toEqual([]);
    }
  });
});

describe('a free visit', () => {
  it('judges a reading in the words of the technician and does not move', () => {
    const visit = new FreeDriver();
    const event = visit.free({ ...VOLTS, text: '25.1' });
    expect(event.judgement.verdict).toBe('within');
    expect(event.expects).toBe('24 V ±15 %');
    expect(visit.state.step).toBe('isolate');
    expect(visit.state.trail.at(-1)?.standing).toBe('beside');
  });

  it('counts no ohms before everything is proven dead, and none once it is on again', () => {
    const visit = new FreeDriver();
    expect(visit.free({ ...OHMS, text: '8.1' }).judgement.verdict).toBe('invalid');
    visit.isolate();
    expect(visit.free({ ...OHMS, text: '8.1' }).judgement.sentence).toContain('must be proven dead');
    visit.proveDead();
    expect(visit.state.step).toBe('energise');
    expect(visit.free({ ...OHMS, text: '8.1' }).judgement.verdict).not.toBe('invalid');
    visit.log({ type: 'action-done', step: 'energise', next: 'isolate' });
    expect(visit.free({ ...OHMS, text: '8.1' }).judgement.verdict).toBe('invalid');
  });

  it('is never dead for want of supplies to prove', () => {
    const visit = new FreeDriver(freeContext());
    visit.isolate();
    visit.read('230');
    visit.read('9.1');
    visit.read('0.1');
    visit.log({ type: 'meter-proven', step: 'dead', when: 'after', text: '230', shows: 'live', next: 'energise' });
    expect(visit.state.conditions.supplies).toEqual({ 'three-phase': 'locked' });
  });

  it('says what it cannot read and keeps nothing of it', () => {
    const visit = new FreeDriver();
    const tried = (entry: FreeReading): string => {
      const entered = enterFreeReading(visit.context, visit.state, entry);
      return entered.outcome === 'error' ? entered.message : entered.outcome;
    };
    expect(tried({ ...VOLTS, expects: 'warm', text: '24' })).toContain('Expected:');
    expect(tried({ ...VOLTS, from: ' ', text: '24' })).toContain('two probes');
    expect(tried({ ...VOLTS, text: 'twenty' })).not.toBe('event');
    expect(tried({ ...VOLTS, expects: '', text: '24' })).toBe('event');
    for (const measured of MEASUREMENT_FUNCTIONS)
      expect(
        'outcome' in askedFree(visit.context, visit.state, { ...VOLTS, function: measured, expects: '' }),
      ).toBeFalse();
  });

  it('takes zeroed leads off its ohms', () => {
    const visit = new FreeDriver();
    visit.isolate().proveDead();
    const leads = zeroedLeads(' 1.7 ');
    expect(leads).toEqual({ type: 'leads-zeroed', text: '1.7', ohms: 1.7 });
    if (leads) visit.log(leads);
    expect(visit.free({ ...OHMS, expects: '< 1 Ω', text: '1.8' }).judgement.value).toBeCloseTo(0.1, 6);
    for (const text of ['OL', '400', '', 'abc', '0.1 / 0.2'])
      expect(zeroedLeads(text)).withContext(text).toBeUndefined();
  });

  it('offers what was used, the last first and each once', () => {
    const visit = new FreeDriver();
    visit.free({ ...VOLTS, text: '24' });
    visit.free({ ...OHMS, text: '8' });
    const again = visit.free({ ...VOLTS, text: '25' });
    expect(usedBefore(visit.state)).toEqual([VOLTS, OHMS]);
    visit.log({ type: 'retracted', event: again.id });
    expect(usedBefore(visit.state)).toEqual([OHMS, VOLTS]);
  });

  it('grades a finding by the readings it rests on', () => {
    const visit = new FreeDriver();
    const low = visit.free({ ...VOLTS, text: '3' });
    const unjudged = visit.free({ ...VOLTS, expects: '', text: '3' });
    const finding = { class: 'supply', item: 'transformer', text: 'Transformer gives 3 V.' } as const;
    const graded = (...rests: string[]): string => freeFinding(visit.context, visit.state, { ...finding, rests }).grade;
    expect(graded(low.id)).toBe('likely');
    expect(graded(low.id, unjudged.id)).toBe('not isolated');
    expect(graded()).toBe('not isolated');
    visit.log(freeFinding(visit.context, visit.state, { ...finding, rests: [low.id] }));
    expect(visit.state.findings.map((each) => each.text)).toEqual([finding.text]);
    expect(visit.state.step).toBe('isolate');
    const evidence = evidenceFor(visit.context, visit.state, { rests: [low.id, unjudged.id] });
    expect(evidence.implicates.map(({ line }) => line.event.id)).toEqual([low.id, unjudged.id]);
    expect(evidence.unproven).toEqual(['AC volts, left red wire to frame: not judged']);
    expect(evidenceFor(visit.context, visit.state, { rests: [low.id] }).unproven).toEqual([]);
    visit.log({ type: 'retracted', event: low.id });
    expect(graded(low.id)).toBe('not isolated');
    expect(evidenceFor(visit.context, visit.state, { rests: [low.id] }).implicates).toEqual([]);
  });

  it('does not close over a jumper, not even one this device had not seen', () => {
    const visit = new FreeDriver();
    visit.log({
      type: 'bypass-placed',
      bypass: 'test-1',
      from: 'red wire',
      to: 'blue wire',
      why: 'float out of the way',
    });
    visit.log({ type: 'visit-closed' }, { device: uuid(901) });
    expect(visit.state.closed).toBeFalse();
    visit.log({ type: 'bypass-removed', bypass: 'test-1' });
    expect(openBypasses(visit.state)).toEqual([]);
    visit.log({ type: 'visit-closed' });
    expect(visit.state.closed).toBeTrue();
  });
});

describe('a free reading in a charted visit', () => {
  /** At the fuse, everything proven dead. */
  function atFuse(): VisitDriver {
    return new VisitDriver().toFuse();
  }
  function free(visit: VisitDriver, from: string, to: string, text: string): string {
    const entered = enterFreeReading(visit.context, visit.state, {
      function: 'resistance',
      from,
      to,
      expects: '',
      text,
    });
    if (entered.outcome !== 'event') throw new Error(JSON.stringify(entered));
    return visit.log(entered.body).id;
  }
  const points = (visit: VisitDriver): readonly [string, string] => {
    const step = DEMO_CONTEXT.procedures[visit.state.procedure ?? '']?.steps[visit.state.step ?? ''];
    const { from = '', to = '' } = (step as { measure: { from?: string; to?: string } }).measure;
    return [from, to];
  };

  it('is taken for the step that asks for the same, either way round', () => {
    for (const turned of [false, true]) {
      const visit = atFuse();
      const [from, to] = points(visit);
      const step = visit.state.step;
      const id = turned ? free(visit, to, from, '0.3') : free(visit, from, to, '0.3');
      expect(visit.state.step).toBe(step);
      const adoption = adoptableReading(visit.context, visit.state);
      expect(adoption?.reading.id).toBe(id);
      if (adoption) visit.log(adoption.body);
      expect(visit.state.step).not.toBe(step);
      expect(visit.state.outcomes[step ?? '']?.outcome).toBe('within');
      visit.log({ type: 'retracted', event: id });
      expect(visit.state.step).withContext('taken back with its reading').toBe(step);
    }
  });

  it('is not taken for other points, nor after something was switched in between', () => {
    const visit = atFuse();
    const [from, to] = points(visit);
    free(visit, from, 'somewhere', '0.3');
    expect(adoptableReading(visit.context, visit.state)).toBeUndefined();
    free(visit, from, to, '0.3');
    visit.log({ type: 'connector-changed', connector: 'CB.X1', state: 'out' });
    expect(adoptableReading(visit.context, visit.state)).toBeUndefined();
    visit.log({ type: 'connector-changed', connector: 'CB.X1', state: 'in' });
    expect(adoptableReading(visit.context, visit.state)).withContext('something changed since').toBeUndefined();
  });

  it('knows the points of the wiring list by their labels', () => {
    for (const words of ['X1·3', 'x1 3', 'X1.3', 'CB.X1.3', ' x1-3 '])
      expect(DEMO_CONTEXT.wiring.pointOf(words)).toBe('CB.X1.3');
    expect(DEMO_CONTEXT.wiring.pointOf('red wire ')).toBe('red wire');
  });
});
