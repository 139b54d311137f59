import {
  codesRead,
  complaintsOf,
  draftFinding,
  evidenceFor,
  gasSmelt,
  intakeOf,
  replay,
  type EventBody,
  type EventEnvelope,
  VisitContext,
  type VisitEvent,
} from '..';
import { lintProcedure, type ProcedureDocument } from '../../procedure';
import { DEMO_CONTEXT, DEMO_MODEL, DEMO_PROCEDURE, VisitDriver } from '../../testing/demo';

type KeysOf<Union> = Union extends unknown ? keyof Union : never;

/** One event of each kind logged before the meter comes out. */
const FACTS: readonly EventBody[] = [
  { type: 'intake-recorded', topic: 'complaint', text: 'leaks as well', grade: 'reported' },
  { type: 'intake-recorded', topic: 'weather', text: 'rain', grade: 'observed', temperatures: { outside: 4 } },
  { type: 'board-identified', board: 'CB', number: 'MC-20 rev C', grade: 'observed' },
  { type: 'setting-read', setting: 'CB.S1', value: '1000', grade: 'observed' },
  { type: 'option-noted', option: 'PS1', present: false },
  { type: 'code-read', code: '3', lamp: 'CALL', stored: false, how: 'taps', grade: 'observed' },
  { type: 'codes-cleared', how: 'call off' },
  { type: 'sign-noted', sense: 'sound', what: 'hum', where: 'K1', isThere: true, grade: 'observed' },
  { type: 'watch-started', sequence: 'mist', label: 'before' },
  { type: 'recipe-played', recipe: 'none', result: 'aborted' },
  { type: 'part-fitted', part: 'FS1', state: 'new' },
  { type: 'follow-up-noted', text: 'float cable', due: '2026-12-01' },
];

function opened(reporter?: string): VisitDriver {
  const driver = new VisitDriver();
  driver.log({
    type: 'visit-opened',
    unit: 'mist-line-2',
    complaint: 'no mist',
    meter: 'hand-6000',
    ...(reporter ? { reporter } : {}),
  });
  return driver;
}

describe('what is logged before the meter comes out', () => {
  it('never borrows a name of the envelope: one would overwrite the other', () => {
    const isApart: Extract<KeysOf<EventBody>, keyof EventEnvelope> extends never ? true : false = true;
    expect(isApart).toBeTrue();
  });

  it('folds the same one by one as all at once, and taken back equals never sent', () => {
    const driver = opened();
    const plain = driver.state;
    for (const fact of FACTS) driver.log(fact);
    expect(replay(DEMO_CONTEXT, driver.events)).toEqual(driver.state);
    for (const event of driver.events.slice(1)) driver.log({ type: 'retracted', event: event.id });
    expect(driver.state.options).toEqual(plain.options);
    expect(driver.state.conditions).toEqual(plain.conditions);
    expect(driver.state.findings).toEqual([]);
    expect(complaintsOf(driver.state).length).toBe(1);
  });

  it('is the same in whatever order two devices delivered it, as far as the order does not matter', () => {
    const bodies = FACTS.filter(({ type }) => type === 'intake-recorded' || type === 'option-noted');
    const one = opened();
    const other = opened();
    bodies.forEach((body) => one.log(body));
    [...bodies].reverse().forEach((body) => other.log(body));
    expect(one.state.options).toEqual(other.state.options);
    const texts = (driver: VisitDriver): string[] => complaintsOf(driver.state).map(({ text }) => text);
    expect(texts(one)).toEqual(texts(other));
  });

  it('keeps complaints apart, each with how it stands', () => {
    const driver = opened();
    const second = driver.log({ type: 'intake-recorded', topic: 'complaint', text: 'leaks', grade: 'reported' });
    driver.log({ type: 'complaint-ticked', complaint: second.id, result: 'remains' });
    driver.log({ type: 'complaint-ticked', complaint: second.id, result: 'gone' });
    expect(complaintsOf(driver.state).map(({ text, ticked }) => [text, ticked?.result])).toEqual([
      ['no mist', undefined],
      ['leaks', 'gone'],
    ]);
    expect(intakeOf(driver.state, 'weather')).toEqual([]);
  });

  it('lists codes as the board does, shown ones first, with what was cleared and came back', () => {
    const driver = opened();
    const read = (code: string, stored: boolean, order?: number): VisitEvent =>
      driver.log({ type: 'code-read', code, stored, how: 'read', grade: 'observed', ...(order ? { order } : {}) });
    read('9', true, 2);
    read('3', true, 1);
    read('2', false);
    expect(codesRead(DEMO_CONTEXT, driver.state).map(({ event }) => event.code)).toEqual(['2', '3', '9']);
    driver.log({ type: 'codes-cleared', how: 'key' });
    read('3', false);
    const [first] = codesRead(DEMO_CONTEXT, driver.state);
    const back = codesRead(DEMO_CONTEXT, driver.state).find(({ cameBack }) => cameBack);
    expect(first?.event.code).toBe('2');
    expect(back?.event.code).toBe('3');
    expect(codesRead(DEMO_CONTEXT, driver.state).filter(({ isCleared }) => isCleared).length).toBe(3);
    expect(codesRead(DEMO_CONTEXT, driver.state).find(({ event }) => event.code === '9')?.meaning).toBeUndefined();
  });

  it('holds a smell of gas until somebody notes that it is gone', () => {
    const driver = opened();
    const smell = (isThere: boolean): void => {
      driver.log({ type: 'sign-noted', sense: 'smell', what: 'gas', where: 'duct', isThere, grade: 'observed' });
    };
    expect(gasSmelt(driver.state)).toBeFalse();
    smell(true);
    expect(gasSmelt(driver.state)).toBeTrue();
    smell(false);
    expect(gasSmelt(driver.state)).toBeFalse();
  });
});

describe('an optional device', () => {
  /** Where the chart goes after a closed float switch: the pressure switch, where there is one. */
  function afterFloat(context: VisitContext, noted?: boolean): string | undefined {
    const driver = new VisitDriver(context);
    driver.log({ type: 'visit-opened', unit: 'mist-line-2', complaint: '' });
    if (noted !== undefined) driver.log({ type: 'option-noted', option: 'PS1', present: noted });
    driver.log({ type: 'procedure-started', procedure: 'pump-contactor-does-not-pull-in', start: 'across-float' });
    for (const supply of ['mains', 'control']) driver.log({ type: 'supply-changed', supply, state: 'on' });
    driver.log({ type: 'call-changed', call: 'mist', state: 'on' });
    driver.read('0.1');
    expect(replay(context, driver.events)).toEqual(driver.state);
    return driver.state.step;
  }

  it('is not measured on a unit that does not have it, by its file or as noted on the visit', () => {
    const without = new VisitContext({ ...DEMO_CONTEXT, options: { PS1: false } });
    expect(afterFloat(DEMO_CONTEXT)).toBe('across-pressure');
    expect(afterFloat(DEMO_CONTEXT, false)).toBe('float-unclear');
    expect(afterFloat(without)).toBe('float-unclear');
    expect(afterFloat(without, true)).toBe('across-pressure');
  });

  it('has to be optional in the wiring list', () => {
    const steps = {
      ...DEMO_PROCEDURE.steps,
      'across-float': { ...DEMO_PROCEDURE.steps['across-float'], onlyWith: 'FS1' },
    };
    const problems = lintProcedure({ ...DEMO_PROCEDURE, steps } as ProcedureDocument, DEMO_MODEL);
    expect(problems.map(({ path }) => path)).toEqual(['steps.across-float.onlyWith']);
  });
});

describe('a visit somebody else reports', () => {
  const walkToFloat = (driver: VisitDriver): VisitDriver => {
    driver.log({ type: 'procedure-started', procedure: 'pump-contactor-does-not-pull-in', start: 'across-float' });
    driver.log({ type: 'supply-changed', supply: 'mains', state: 'on' });
    driver.log({ type: 'supply-changed', supply: 'control', state: 'on' });
    driver.log({ type: 'call-changed', call: 'mist', state: 'on' });
    driver.read('26.4');
    return driver;
  };

  it('grades its readings as reported; what a jump passed over keeps its conclusion from more', () => {
    const driver = walkToFloat(opened('the gardener'));
    const readings = driver.events.filter(({ type }) => type === 'reading-taken');
    expect(readings.every((event) => 'grade' in event && event.grade === 'reported')).toBeTrue();
    driver.log({ type: 'step-jumped', to: 'float-open' });
    expect(draftFinding(DEMO_CONTEXT, driver.state)?.grade).toBe('not isolated');
    const { unproven } = evidenceFor(DEMO_CONTEXT, driver.state, { item: 'FS1', mode: 'stuck-open' });
    expect(unproven).toContain('Volts across the float switch FS1: reported, not seen');
  });
});
