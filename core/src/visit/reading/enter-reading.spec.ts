import { DEMO_CONTEXT, VisitDriver } from '../../testing/demo';
import { askedReading, draftFinding, enterReading, evidenceFor, gradeOf, stepOf } from '..';
import type { ConclusionStep } from '../../procedure';

describe('entering a reading', () => {
  it('judges ohms on a circuit not proven dead as invalid, and never branches on it', () => {
    const driver = new VisitDriver().open();
    driver.log({ type: 'step-jumped', to: 'fuse' });
    const asked = askedReading(DEMO_CONTEXT, driver.state);
    expect(asked?.unmet.map((unmet) => unmet.words)).toEqual([
      'mains supply is on, must be proven dead',
      '24 V control supply is unknown, must be proven dead',
    ]);
    const event = driver.read('0.3');
    expect(event.type === 'reading-taken' && event.judgement.verdict).toBe('invalid');
    expect(event.type === 'reading-taken' && event.next).toBeFalsy();
    expect(driver.state.step).toBe('fuse');
  });

  it('judges a voltage without its call as invalid', () => {
    const driver = new VisitDriver().open();
    driver.log({ type: 'step-jumped', to: 'after-fuse' });
    const event = driver.read('27.1');
    expect(event.type === 'reading-taken' && event.judgement.sentence).toContain(
      'the call "mist" is unknown, must be on',
    );
  });

  it('keeps an undecided reading at the step until someone names the verdict', () => {
    const driver = new VisitDriver().open();
    driver.log({ type: 'call-changed', call: 'mist', state: 'on' });
    driver.log({ type: 'step-jumped', to: 'after-fuse' });
    const event = driver.read('20.4');
    expect(driver.state.step).toBe('after-fuse');
    driver.log({
      type: 'undecided-accepted',
      step: 'after-fuse',
      reading: event.id,
      verdict: 'low',
      next: 'fuse-holder',
    });
    expect(driver.state.step).toBe('fuse-holder');
    const step = stepOf(DEMO_CONTEXT, driver.state, 'fuse-holder') as ConclusionStep;
    const { unproven } = evidenceFor(DEMO_CONTEXT, driver.state, step);
    expect(unproven).toContain('After fuse F1 to return: undecided, taken as low');
    // What the jump passed over is not proven either.
    expect(unproven.some((words) => words.endsWith(': passed over'))).toBeTrue();
  });

  it('asks or refuses with the text kept', () => {
    const driver = new VisitDriver().open();
    driver.log({ type: 'step-jumped', to: 'after-fuse' });
    expect(enterReading(DEMO_CONTEXT, driver.state, { text: '1,234' }).outcome).toBe('ask');
    expect(enterReading(DEMO_CONTEXT, driver.state, { text: '12 mA' }).outcome).toBe('error');
    expect(enterReading(DEMO_CONTEXT, new VisitDriver().open().state, { text: '24' }).outcome).toBe('error');
  });

  it('judges each method by its own points and says which was used', () => {
    const driver = new VisitDriver().toFuse();
    driver.read('0.3');
    const event = driver.read('8.3', 'at-the-strip');
    expect(event).toEqual(jasmine.objectContaining({ method: 'at-the-strip', from: 'DM1.2', to: 'CB.X1.8' }));
  });

  it('records what JSON can carry', () => {
    const driver = new VisitDriver().toFuse();
    const event = driver.read('OL');
    expect(JSON.parse(JSON.stringify(event))).toEqual(event);
  });
});

describe('a finding', () => {
  function walkToFloat(): VisitDriver {
    const driver = new VisitDriver().toFuse();
    driver.read('0.3');
    driver.read('9.0');
    driver.act();
    for (const text of ['27.1', '27.0', '26.9', '0.02', '26.9']) driver.read(text);
    return driver.answer('above').act().answer('pulls-in');
  }

  it('lists what implicates the item and what clears the others', () => {
    const driver = walkToFloat();
    const step = stepOf(DEMO_CONTEXT, driver.state, 'float-open') as ConclusionStep;
    const evidence = evidenceFor(DEMO_CONTEXT, driver.state, step);
    expect(evidence.implicates.map(({ line }) => ('step' in line.event ? line.event.step : ''))).toEqual([
      'across-float',
      'with-jumper',
    ]);
    expect(evidence.clearsOthers.flatMap(({ elements }) => elements)).toContain('CB:mist-output');
    expect(evidence.contradicts).toEqual([]);
    expect(draftFinding(DEMO_CONTEXT, driver.state)).toEqual(
      jasmine.objectContaining({ class: 'sensor', item: 'FS1', mode: 'stuck-open', grade: 'likely', next: '@end' }),
    );
  });

  it('takes no evidence from retracted or invalid readings', () => {
    const driver = walkToFloat();
    const reading = driver.events.find((event) => event.type === 'reading-taken' && event.step === 'across-float');
    driver.log({ type: 'retracted', event: reading?.id ?? '' });
    const evidence = evidenceFor(DEMO_CONTEXT, driver.state, { item: 'FS1' });
    expect(evidence.implicates.some(({ line }) => line.event.id === reading?.id)).toBeFalse();
  });

  it('grades no higher than its chart lets it', () => {
    expect(gradeOf({}, { earned: 'likely' })).toBe('likely');
    expect(gradeOf({ gradeAtMost: 'not isolated' }, { earned: 'likely' })).toBe('not isolated');
    expect(gradeOf({ gradeAtMost: 'likely' }, { earned: 'by code' })).toBe('by code');
  });

  it('surfaces a reading that clears what is accused', () => {
    const driver = new VisitDriver().toFuse();
    driver.read('0.3');
    expect(evidenceFor(DEMO_CONTEXT, driver.state, { item: 'F1' }).contradicts.length).toBe(1);
  });
});
