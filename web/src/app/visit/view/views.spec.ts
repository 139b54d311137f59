import { DEMO_CONTEXT, VisitDriver } from '../../../../../core/src/testing/demo';
import {
  conditionsWords,
  needsWords,
  resolveExpectation,
  shouldWords,
  stepCaption,
  verdictWords,
  type Unmet,
} from '@juxtameter/core';
import { chartLines } from './chart-view';
import { logRows } from './log-rows';
import { safetyItems } from './safety-view';

const rows = (driver: VisitDriver) => logRows(DEMO_CONTEXT, driver.state);
const plain = (text: string): string => text.replaceAll('\u00a0', ' ');

describe('the log book', () => {
  it('makes one line of a proof of dead and numbers the steps', () => {
    const driver = new VisitDriver().toFuse();
    const lines = rows(driver);
    expect(lines.map((line) => line.number)).toEqual([undefined, undefined, 1, 2, 3, 4, 5, 6]);
    expect(lines.find((line) => line.kind === 'proof')).toEqual(
      jasmine.objectContaining({ value: 'dead', verdict: 'within' }),
    );
  });

  it('says what may start where energy goes on', () => {
    expect(rows(new VisitDriver().open().act()).at(-1)).toEqual(
      jasmine.objectContaining({ kind: 'energy', detail: 'may start: mist pump, mist valves' }),
    );
  });

  it('strikes a reading out that was taken back and keeps it', () => {
    const driver = new VisitDriver().toFuse();
    const wrong = driver.read('4.7k');
    driver.log({ type: 'retracted', event: wrong.id });
    driver.read('0.3');
    const readings = rows(driver).filter((line) => line.kind === 'reading');
    expect(readings.map((line) => [plain(line.value), line.isRetracted, line.number])).toEqual([
      ['4.7 kΩ', true, undefined],
      ['0.3 Ω', false, 7],
    ]);
  });

  it('shows a proof that met a live pair, and one under way', () => {
    const driver = new VisitDriver().open().act().answer('nothing').answer('both-lit').act();
    driver.read('231');
    driver.read('9.1');
    driver.read('0.1');
    expect(rows(driver).at(-1)?.value).toBe('1 read');
    driver.read('230');
    expect(rows(driver).at(-1)).toEqual(jasmine.objectContaining({ value: 'alive', verdict: 'high' }));
  });

  it('counts in a proof only what was read since it was begun anew, however far the one before it came', () => {
    for (const read of [1, 4, 11]) {
      const driver = new VisitDriver().open().act().answer('nothing').answer('both-lit').act();
      for (const text of ['231', '9.1', ...Array.from({ length: read }, () => '0.1')]) driver.read(text);
      const undone = driver.read('0.2');
      driver.log({ type: 'retracted', event: undone.id });
      driver.log({ type: 'supply-changed', supply: 'mains', state: 'locked' });
      driver.prove();
      const proofs = rows(driver).filter(({ kind }) => kind === 'proof');
      expect(proofs.at(-1)).toEqual(jasmine.objectContaining({ value: 'dead' }));
      expect(proofs.at(-1)?.detail).toContain('12 readings');
      expect(proofs[0]?.value).toBe(`${read} read`);
    }
  });

  it('has words for every kind of event', () => {
    const driver = new VisitDriver().open();
    driver.log({ type: 'call-changed', call: 'mist', state: 'on' });
    driver.log({ type: 'connector-changed', connector: 'CB.X1', state: 'out' });
    driver.log({ type: 'supply-changed', supply: 'mains', state: 'on' });
    driver.log({ type: 'bypass-placed', bypass: 'x', from: 'FS1.1', to: 'FS1.2', why: 'to see' });
    driver.log({ type: 'bypass-removed', bypass: 'x' });
    driver.log({ type: 'handed-over', to: 'Moss' });
    driver.log({ type: 'visit-resumed', awaySeconds: 9000 });
    driver.log({ type: 'step-jumped', to: 'fuse', reason: 'hunch' });
    driver.log({ type: 'step-skipped', step: 'fuse', how: 'cannot-do', reason: 'stuck', next: 'coil' });
    driver.log({ type: 'visit-closed' });
    const words = rows(driver).map((line) => `${line.title} ${line.detail}`);
    expect(words.every((text) => text.trim().length > 3)).toBeTrue();
    expect(words).toContain('Jumper in: FS1·1 to FS1·2 to see');
    expect(words).toContain('Ohms across control fuse F1 cannot do: stuck');
  });
});

describe('the safety strip', () => {
  const texts = (driver: VisitDriver): string[] =>
    safetyItems(DEMO_CONTEXT, driver.state, { temporaries: [], followUps: [] }).map((item) => plain(item.text));

  it('takes unknown for live and never calls locked dead', () => {
    const driver = new VisitDriver();
    expect(texts(driver)).toEqual(['⚡ unknown, so live: 230 V / 24 V', 'no bypass']);
    // Where nobody knows the earlier visits, "none" is said of this one alone.
    expect(safetyItems(DEMO_CONTEXT, driver.state).map(({ text }) => text)).toContain('no bypass on this visit');
    const jumper = { type: 'bypass-placed', bypass: 'a', from: 'FS1.1', to: 'FS1.2', why: 'till Friday' } as const;
    const temporary = { id: 't', text: 'bridged', until: '2026-12-04', visit: 'v', jumper };
    const left = safetyItems(DEMO_CONTEXT, driver.state, { temporaries: [temporary], followUps: [] });
    expect(left.map(({ text }) => plain(text))).toContain('left in by an earlier visit: FS1·1 to FS1·2');
    expect(left.map(({ text }) => text)).not.toContain('no bypass');
    driver.open().act().answer('nothing').answer('both-lit').act();
    expect(texts(driver)).toEqual(['locked, not proven dead: 230 V', 'off, not proven dead: 24 V', 'no bypass']);
    driver.prove();
    expect(texts(driver)[0]).toMatch(/^proven dead since \d\d:\d\d: 230 V \/ 24 V$/);
  });

  it('names every jumper, unconfirmed ones too', () => {
    const driver = new VisitDriver().open();
    const placed = driver.log({ type: 'bypass-placed', bypass: 'float-test', from: 'FS1.1', to: 'FS1.2', why: 'x' });
    expect(texts(driver)).toContain('jumper in: FS1·1 to FS1·2');
    driver.log({ type: 'retracted', event: placed.id });
    expect(texts(driver)).toContain('jumper may be in: FS1·1 to FS1·2');
  });
});

describe('the chart as a list', () => {
  it('has the way walked, the current step, then the rest', () => {
    const lines = chartLines(DEMO_CONTEXT, new VisitDriver().open().act().answer('nothing').state);
    expect(lines.slice(0, 3).map((line) => [line.id, line.standing, line.outcome])).toEqual([
      ['call-mist', 'walked', 'done'],
      ['watch', 'walked', 'nothing'],
      ['lamps', 'current', ''],
    ]);
    expect(lines.slice(3).every((line) => line.standing === 'ahead')).toBeTrue();
    expect(lines.some((line) => line.kind === 'decide')).toBeFalse();
  });
});

describe('words of a step', () => {
  it('say where we are and what holds', () => {
    const { state } = new VisitDriver().toFuse();
    expect(stepCaption(DEMO_CONTEXT, state)).toMatch(/^Step 7 of up to \d+ · Ohms$/);
    expect(conditionsWords(DEMO_CONTEXT, state)).toBe('mains proven dead, control proven dead, no mist call');
  });

  it('say in few words what a way of measuring still needs', () => {
    const needs = (...unmet: readonly Pick<Unmet, 'group' | 'id' | 'state'>[]): string =>
      needsWords(
        DEMO_CONTEXT.model,
        unmet.map((each) => ({ ...each, found: 'unknown', words: 'read 30 s after the call' })),
      );
    expect(
      needs(
        { group: 'supplies', id: 'mains', state: 'proven-dead' },
        { group: 'supplies', id: 'control', state: 'proven-dead' },
        { group: 'connectors', id: 'CB.X1', state: 'out' },
      ),
    ).toBe('proven dead, plug X1 out');
    expect(needs({ group: 'supplies', id: 'mains', state: 'on' }, { group: 'calls', id: 'mist', state: 'on' })).toBe(
      'mains on, mist called',
    );
    expect(needs({ group: 'calls', id: 'mist', state: 'off' })).toBe('no mist call');
    expect(needs({ group: 'after', id: 'call:mist', state: 'too early' })).toBe('read 30 s after the call');
  });

  it('claim no more than the chart says', () => {
    const { state } = new VisitDriver().toFuse();
    expect(verdictWords(DEMO_CONTEXT, state, { verdict: 'within' }, 'coil')).toEqual(
      jasmine.objectContaining({ points: 'Clears: Control fuse F1.', next: 'Ohms of the contactor coil K1' }),
    );
    expect(verdictWords(DEMO_CONTEXT, state, { verdict: 'open' }, 'coil').points).toBe('Points at: Control fuse F1.');
    expect(verdictWords(DEMO_CONTEXT, state, { verdict: 'undecided' }, undefined).next).toBe('');
  });

  it('put the band in few words', () => {
    const words = (...args: Parameters<typeof resolveExpectation>): string =>
      plain(shouldWords(resolveExpectation(...args), args[1]));
    expect(words({ kind: 'state', is: 'closed', of: '24 V' }, 'ac-voltage')).toBe('closed, 0 to 1 V');
    expect(words({ kind: 'nominal', value: '24 V', plus: '20 %', minus: '15 %' }, 'ac-voltage')).toBe(
      '20.4 V to 28.8 V',
    );
    expect(words({ kind: 'limit', atLeast: '1 MΩ' }, 'insulation')).toBe('at least 1 MΩ');
    expect(words({ kind: 'limit', atMost: '50 V' }, 'dc-voltage')).toBe('at most ±50 V');
    expect(words({ kind: 'unknown' }, 'resistance')).toBe('not known');
  });
});
