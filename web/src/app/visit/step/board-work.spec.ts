import { TestBed } from '@angular/core/testing';
import type {
  ConclusionStep as ConclusionDocument,
  EventBody,
  Guard,
  MatrixStep as MatrixStepDocument,
  MeasurementStep,
} from '@juxtameter/core';
import { enterFreeReading, guardsOfReading, type EventOf } from '@juxtameter/core';
import { NEW_BOARD_CONTEXT, PUMP_CONTEXT } from '../../../../../core/src/testing/ambiguities';
import { VisitDriver } from '../../../../../core/src/testing/demo';
import { Shown } from '../../../testing/shown';
import { ChainPane } from '../companion/chain-pane';
import { StatePane } from '../companion/state-pane';
import { ActionStep } from './action-step';
import { ConclusionStep } from './conclusion-step';
import { GuardList } from './guard-list';
import { MatrixStep } from './matrix-step';
import { ReadingEntry } from './reading-entry';
import type { StepCommand } from './step-command';

const CALLED: readonly EventBody[] = [
  { type: 'supply-changed', supply: 'control', state: 'on' },
  { type: 'supply-changed', supply: 'mains', state: 'on' },
  { type: 'call-changed', call: 'mist', state: 'on' },
];

function standing(step: string, ...before: readonly EventBody[]): VisitDriver {
  const driver = new VisitDriver(PUMP_CONTEXT);
  driver.log({ type: 'visit-opened', unit: 'x', complaint: '', meter: 'hand-6000' });
  driver.log({ type: 'procedure-started', procedure: 'pump-chain-by-halves', start: 'call-mist' });
  for (const body of before) driver.log(body);
  driver.log({ type: 'step-jumped', to: step });
  return driver;
}

function collected(shown: {
  fixture: { componentInstance: { commanded: { subscribe(take: (c: StepCommand) => void): unknown } } };
}): StepCommand[] {
  const commands: StepCommand[] = [];
  shown.fixture.componentInstance.commanded.subscribe((command) => commands.push(command));
  return commands;
}

const step = (driver: VisitDriver): unknown =>
  driver.context.procedures[driver.state.procedure ?? '']?.steps[driver.state.step ?? ''];

describe('a chain at the step', () => {
  it('offers the point that splits best and takes another', async () => {
    const driver = standing('halve', ...CALLED);
    const shown = await Shown.of(ReadingEntry, {
      context: PUMP_CONTEXT,
      visit: driver.state,
      step: step(driver) as MeasurementStep,
    });
    const points: string[] = [];
    shown.fixture.componentInstance.pointChosen.subscribe((point) => points.push(point));
    expect(shown.page.querySelector('[aria-pressed="true"][data-point]')?.textContent).toContain('splits best');
    await shown.press('X1·2');
    expect(points).toEqual(['CB.X1.2']);
    await shown.set('point', 'CB.X1.2');
    expect(shown.page.querySelector('jx-probe-chips')?.textContent).toContain('X1·2');
    expect(shown.words).not.toContain('all of them in order');
  });

  it('that is decided already says what it comes to, and one tap takes it', async () => {
    const driver = standing('halve', ...CALLED);
    for (const [from, text] of [
      ['CB.X1.3', '26.9'],
      ['CB.X1.4', '0.02'],
    ] as const) {
      const line = { function: 'ac-voltage', from, to: 'CB.X1.8', expects: '', text } as const;
      const entered = enterFreeReading(driver.context, driver.state, line);
      if (entered.outcome === 'event') driver.log(entered.body);
    }
    const shown = await Shown.of(ReadingEntry, {
      context: PUMP_CONTEXT,
      visit: driver.state,
      step: step(driver) as MeasurementStep,
    });
    const commands = collected(shown);
    expect(shown.words).toContain('Read already along this chain: It stops between X1·3 and X1·4');
    expect(shown.fixture.componentInstance.takeOffer()).toBeTrue();
    await shown.press('Take it for this step');
    expect(commands[0]).toEqual(commands[1]);
    const [command] = commands;
    if (command?.kind === 'record') driver.log(command.body);
    expect(driver.state.step).toBe('float-how');
  });

  it('is drawn as a row that says where the voltage stops and no more', async () => {
    const driver = standing('halve', ...CALLED);
    driver.read('0.02');
    const shown = await Shown.of(ChainPane, { context: PUMP_CONTEXT, visit: driver.state });
    expect(shown.page.querySelector('[data-role=break]')?.textContent).toContain('or nothing is fed in');
    expect(shown.page.querySelector('[data-point="CB.X1.4"]')?.getAttribute('data-state')).toBe('dead');
    expect(shown.page.querySelector('[data-point="CB.X1.6"]')?.getAttribute('data-state')).toBe('implied-dead');
    driver.log({ type: 'option-noted', option: 'PS1', present: false });
    await shown.set('visit', driver.state);
    expect(shown.page.querySelector('.absent')?.textContent).toContain('PS1');
    const points: string[] = [];
    shown.fixture.componentInstance.pointChosen.subscribe((point) => points.push(point));
    await shown.press('Splits best');
    expect(points.length).toBe(1);
  });

  it('beside the step wants a free reading of the point', async () => {
    const driver = standing('jump-the-call', ...CALLED);
    const shown = await Shown.of(ChainPane, { context: PUMP_CONTEXT, visit: driver.state });
    const lines: unknown[] = [];
    shown.fixture.componentInstance.lineWanted.subscribe((line) => lines.push(line));
    await shown.press('mist call');
    await shown.press('Splits best');
    expect(lines[0]).toEqual(jasmine.objectContaining({ to: 'CB.X1.8', expects: 'present 24 V' }));
  });
});

describe('a matrix at the step', () => {
  it('puts one jumper in, looks, takes it out, and says what is left', async () => {
    const driver = standing('jump-the-call', ...CALLED);
    const shown = await Shown.of(MatrixStep, {
      context: PUMP_CONTEXT,
      visit: driver.state,
      step: step(driver) as MatrixStepDocument,
    });
    const commands = collected(shown);
    const go = async (words: string): Promise<void> => {
      await shown.press(words);
      const command = commands.at(-1);
      if (command?.kind === 'record') driver.log(command.body);
      await shown.set('visit', driver.state);
    };
    expect(shown.page.querySelector('[data-role=may-start]')?.textContent).toContain('mist pump');
    await go('Jumper fitted');
    expect(shown.page.querySelector('[data-cell="mist@control"]')?.getAttribute('data-state')).toBe('in');
    await go('2 Nothing');
    await go('Jumper removed');
    await go('Jumper fitted');
    await go('1 The board');
    await go('Jumper removed');
    expect(shown.words).toContain('No longer to blame:');
    expect(shown.page.querySelector('[data-cell="mist@board"]')?.getAttribute('data-state')).toBe('implied');
    await go('Go on');
    expect(driver.state.step).toBe('call-lost');
  });
});

describe('methods at the step', () => {
  it('begin with the first that can be gone, and say what each proves', async () => {
    const driver = standing('float-how', ...CALLED);
    const shown = await Shown.of(ReadingEntry, {
      context: PUMP_CONTEXT,
      visit: driver.state,
      step: step(driver) as MeasurementStep,
    });
    expect(shown.button('live at the board').getAttribute('aria-pressed')).toBe('true');
    await shown.press('live at the switch');
    expect(shown.words).toContain('Proves the switch alone, under its own current, but nothing of its wires.');
    expect(shown.button('dead ohms').textContent).toContain('needs proven dead, plug X1 out');
    const commands = collected(shown);
    await shown.type('input[name=reading]', '26.7');
    await shown.submit();
    const [command] = commands;
    expect(command?.kind === 'record' && command.body).toEqual(
      jasmine.objectContaining({ method: 'live-at-the-switch', from: 'FS1.1' }),
    );
  });
});

describe('a clearance at the step', () => {
  const clearing = (): VisitDriver => {
    const driver = new VisitDriver(NEW_BOARD_CONTEXT);
    driver.log({ type: 'visit-opened', unit: 'x', complaint: '', meter: 'hand-6000' });
    driver.log({ type: 'procedure-started', procedure: 'burner-new-board', start: 'clear' });
    driver.log({ type: 'part-fitted', part: 'BC' });
    return driver;
  };

  it('waives a part only with a reason', async () => {
    const driver = clearing();
    const shown = await Shown.of(ReadingEntry, {
      context: NEW_BOARD_CONTEXT,
      visit: driver.state,
      step: step(driver) as MeasurementStep,
    });
    const commands = collected(shown);
    await shown.press('Cannot be read');
    await shown.submit('jx-part-waiver form');
    expect(shown.page.querySelector('jx-part-waiver [role=alert]')?.textContent).toContain('Say why');
    expect(commands).toEqual([]);
    await shown.type('input[name=waiver]', 'lid stays on');
    await shown.submit('jx-part-waiver form');
    expect(commands).toEqual([
      { kind: 'record', body: { type: 'part-waived', step: 'clear', part: 'across-FM1', reason: 'lid stays on' } },
    ]);
  });

  it('keeps the supply off until it is done', async () => {
    const driver = clearing();
    driver.log({ type: 'step-jumped', to: 'energise' });
    const shown = await Shown.of(ActionStep, {
      context: NEW_BOARD_CONTEXT,
      visit: driver.state,
      step: step(driver),
    });
    expect(shown.button('Done').disabled).toBeTrue();
    expect(shown.page.querySelector('[role=alert]')?.textContent).toContain('is new and gets no power');
  });

  it('says so as well where a reading wants the supply, and where its state is noted', async () => {
    const driver = clearing();
    driver.log({ type: 'supply-changed', supply: 'mains', state: 'locked' });
    const steps = Object.entries(NEW_BOARD_CONTEXT.procedures['burner-new-board']?.steps ?? {});
    const live = steps.find(
      ([, each]) => each.kind === 'measurement' && each.measure.requires?.supplies?.['mains'] === 'on',
    );
    driver.log({ type: 'step-jumped', to: live?.[0] ?? '' });
    const entry = await Shown.of(ReadingEntry, {
      context: NEW_BOARD_CONTEXT,
      visit: driver.state,
      step: step(driver) as MeasurementStep,
    });
    expect(entry.page.querySelector('[role=alert]')?.textContent).toContain('is new and gets no power');
    TestBed.resetTestingModule();
    const pane = await Shown.of(StatePane, { context: NEW_BOARD_CONTEXT, visit: driver.state });
    const mains = (): string => pane.page.querySelector('[data-state="supplies mains"]')?.textContent ?? '';
    expect(mains()).toContain('is new and gets no power');
    expect(pane.page.querySelector('[data-state^="calls"]')?.textContent).toContain('On may start:');
    // What was done is recorded all the same.
    driver.log({ type: 'supply-changed', supply: 'mains', state: 'on' });
    await pane.set('visit', driver.state);
    expect(mains()).not.toContain('gets no power');
  });
});

describe('an ambiguity', () => {
  it('is named with the reading that settles it, one tap away', async () => {
    const driver = standing('halve', ...CALLED);
    const line = {
      function: 'ac-voltage',
      from: 'CB.X1.3',
      to: 'CB.X1.4',
      expects: 'closed 24 V',
      text: '0.02',
    } as const;
    const entered = enterFreeReading(driver.context, driver.state, line);
    if (entered.outcome !== 'event') throw new Error('refused');
    const reading = driver.log(entered.body) as EventOf<'reading-taken'>;
    const guards: readonly Guard[] = guardsOfReading(driver.context, driver.state, reading);
    const shown = await Shown.of(GuardList, { guards, canSettle: true });
    const wanted: unknown[] = [];
    shown.fixture.componentInstance.wanted.subscribe((each) => wanted.push(each));
    expect(shown.words).toContain('Zero closed or dead');
    await shown.press('Settle it: X1·3 to X1·8');
    const settling = { function: 'ac-voltage', from: 'CB.X1.3', to: 'CB.X1.8', expects: 'present 24 V' } as const;
    expect(wanted).toEqual([settling]);
    // In a report there is nothing to be pressed.
    await shown.set('canSettle', false);
    expect(shown.page.querySelector('button')).toBeNull();
    expect(shown.words).toContain('Settled by: X1·3 to X1·8');
  });

  it('that was left unsettled is asked about again before something is named, by tap and by key', async () => {
    const driver = standing('halve', ...CALLED);
    const line = {
      function: 'ac-voltage',
      from: 'CB.X1.3',
      to: 'CB.X1.4',
      expects: 'closed 24 V',
      text: '0.02',
    } as const;
    const entered = enterFreeReading(driver.context, driver.state, line);
    if (entered.outcome === 'event') driver.log(entered.body);
    driver.log({ type: 'step-jumped', to: 'fuse-blown' });
    const shown = await Shown.of(ConclusionStep, {
      context: PUMP_CONTEXT,
      visit: driver.state,
      step: step(driver) as ConclusionDocument,
    });
    const commands = collected(shown);
    await shown.press('Settle it: X1·3 to X1·8');
    expect(shown.fixture.componentInstance.takeOffer()).toBeTrue();
    expect(commands.map(({ kind }) => kind)).toEqual(['free', 'free']);
    const alive = { ...line, to: 'CB.X1.8', expects: 'present 24 V', text: '26.8' };
    const settles = enterFreeReading(driver.context, driver.state, alive);
    if (settles.outcome === 'event') driver.log(settles.body);
    await shown.set('visit', driver.state);
    expect(shown.words).not.toContain('Zero closed or dead');
    expect(shown.fixture.componentInstance.takeOffer()).toBeFalse();
  });
});
