import { provideZonelessChangeDetection, type Type } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { provideParts } from '../../kit/provide-parts';
import {
  type ActionStep as ActionDocument,
  type ConclusionStep as ConclusionDocument,
  type ObservationStep as ObservationDocument,
  type UnitModelDocument,
  VisitContext,
  type VisitState,
} from '@juxtameter/core';
import { DEMO_CONTEXT, DEMO_MODEL, DEMO_PROCEDURE, VisitDriver } from '../../../../../core/src/testing/demo';
import { VisitLog } from '../log/visit-log';
import { logRows } from '../view/log-rows';
import { ActionStep } from './action-step';
import { BypassList } from './bypass-list';
import { ConclusionStep } from './conclusion-step';
import { EndStep } from './end-step';
import { ObservationStep } from './observation-step';
import type { StepCommand } from './step-command';
import { StepPage } from './step-page';

describe('the parts of the open page', () => {
  beforeEach(() =>
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), provideParts(), provideRouter([])],
    }),
  );

  async function show<Part extends { commanded: { subscribe(next: (command: StepCommand) => void): unknown } }>(
    part: Type<Part>,
    inputs: Record<string, unknown>,
  ): Promise<{ page: HTMLElement; part: Part; commands: StepCommand[]; fixture: ComponentFixture<Part> }> {
    const fixture = TestBed.createComponent(part);
    for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
    const commands: StepCommand[] = [];
    fixture.componentInstance.commanded.subscribe((command) => commands.push(command));
    await fixture.whenStable();
    return { page: fixture.nativeElement as HTMLElement, part: fixture.componentInstance, commands, fixture };
  }

  const button = (page: HTMLElement, text: string): HTMLButtonElement => {
    const found = [...page.querySelectorAll('button')].find((each) => each.textContent.includes(text));
    if (!found) throw new Error(`no button "${text}" in ${page.textContent}`);
    return found;
  };
  const words = (page: HTMLElement): string => page.textContent.replace(/\s+/g, ' ');
  const step = (id: string): unknown => DEMO_PROCEDURE.steps[id];
  const standingAt = (id: string): VisitState => {
    const driver = new VisitDriver().open();
    driver.log({ type: 'step-jumped', to: id });
    return driver.state;
  };

  it('say what may start before an action is done, and what a jumper takes away', async () => {
    const { page, commands } = await show(ActionStep, {
      context: DEMO_CONTEXT,
      visit: standingAt('float-jumper'),
      step: step('float-jumper') as ActionDocument,
    });
    expect(words(page)).toContain('May start: mist pump, mist valves');
    expect(words(page)).toContain('Bypasses: dry run protection');
    button(page, 'Done').click();
    expect(commands).toEqual([
      { kind: 'record', body: { type: 'action-done', step: 'float-jumper', next: 'with-jumper' } },
    ]);
  });

  it('refuse a jumper that is never allowed, whatever the chart says', async () => {
    const devices = DEMO_MODEL.devices.map((device) =>
      device.id === 'FS1' ? { ...device, protection: 'flame' } : device,
    );
    const model: UnitModelDocument = { ...DEMO_MODEL, devices };
    const { page, part, commands } = await show(ActionStep, {
      context: new VisitContext({ ...DEMO_CONTEXT, model }),
      visit: standingAt('float-jumper'),
      step: step('float-jumper') as ActionDocument,
    });
    expect(page.querySelector('[role=alert]')?.textContent).toContain('flame protection is never bypassed');
    expect(button(page, 'Done').disabled).toBeTrue();
    part.done();
    expect(commands).toEqual([]);
  });

  it('play a recipe with its times', async () => {
    const { page } = await show(ActionStep, {
      context: DEMO_CONTEXT,
      visit: standingAt('wait-delay'),
      step: step('wait-delay') as ActionDocument,
    });
    expect([...page.querySelectorAll('ol li')].map((each) => each.textContent.replace(/\s+/g, ' ').trim())).toEqual([
      'Call off 30 s',
      'Call mist and wait 15 s',
    ]);
  });

  it('answer a look by tap or by number', async () => {
    const { page, part, commands } = await show(ObservationStep, {
      context: DEMO_CONTEXT,
      visit: standingAt('watch'),
      step: step('watch') as ObservationDocument,
    });
    page.querySelector<HTMLButtonElement>('[data-answer=chatters]')!.click();
    expect(part.choose(0)).toBeTrue();
    expect(part.choose(9)).toBeFalse();
    expect(
      commands.map(
        (command) => command.kind === 'record' && command.body.type === 'observation-made' && command.body.next,
      ),
    ).toEqual(['supply-under-load', 'lamps']);
  });

  it('say how a look is known, anew at every step, and never assume one that keeps somebody safe', async () => {
    const driver = new VisitDriver().open();
    driver.log({ type: 'step-jumped', to: 'listen' });
    const { page, commands } = await show(ObservationStep, {
      context: DEMO_CONTEXT,
      visit: driver.state,
      step: step('listen'),
    });
    button(page, 'assumed').click();
    page.querySelector<HTMLButtonElement>('[data-answer]')?.click();
    const [command] = commands;
    expect(command?.kind === 'record' && command.body).toEqual(jasmine.objectContaining({ grade: 'assumed' }));
    const safety = await show(ObservationStep, {
      context: DEMO_CONTEXT,
      visit: driver.state,
      step: { ...(step('listen') as object), skippable: false },
    });
    expect(words(safety.page)).toContain('told to me');
    expect(words(safety.page)).not.toContain('assumed');
  });

  it('show a finding with what speaks for it, and record it with its grade', async () => {
    const driver = new VisitDriver().toFuse();
    driver.read('OL');
    driver.read('0.1');
    driver.read('0.1');
    const { page, commands } = await show(ConclusionStep, {
      context: DEMO_CONTEXT,
      visit: driver.state,
      step: step('coil-shorted') as ConclusionDocument,
    });
    expect(words(page)).toContain('Pump contactor K1, coil shorted');
    button(page, 'Record finding').click();
    expect(commands).toEqual([
      {
        kind: 'record',
        body: jasmine.objectContaining({ type: 'finding-reached', step: 'coil-shorted', item: 'K1', grade: 'likely' }),
      },
    ]);
  });

  it('let no visit be closed with a jumper in', async () => {
    const driver = new VisitDriver().open();
    driver.log({ type: 'step-jumped', to: 'float-jumper' });
    driver.act().answer('pulls-in');
    driver.log({
      type: 'finding-reached',
      step: 'float-open',
      class: 'sensor',
      item: 'FS1',
      text: 'x',
      grade: 'likely',
      next: '@end',
    });
    const { page, commands, fixture } = await show(EndStep, {
      context: DEMO_CONTEXT,
      visit: driver.state,
      visitId: 'v',
    });
    expect(page.textContent).toContain('Not as it was built: Jumper in');
    driver.log({ type: 'bypass-removed', bypass: 'float-test' });
    fixture.componentRef.setInput('visit', driver.state);
    await fixture.whenStable();
    expect(page.textContent).not.toContain('Not as it was built');
    expect(commands).toEqual([]);
  });

  it('say that a retracted jumper may still be in', async () => {
    const driver = new VisitDriver().open();
    const placed = driver.log({
      type: 'bypass-placed',
      bypass: 'x',
      from: 'FS1.1',
      to: 'FS1.2',
      why: 'test',
      removes: 'dry-run',
    });
    driver.log({ type: 'retracted', event: placed.id });
    const { page } = await show(BypassList, { context: DEMO_CONTEXT, entries: driver.state.bypasses });
    expect(words(page)).toContain('Jumper may still be in: FS1·1 to FS1·2. Without dry run protection.');
  });

  describe('together', () => {
    const pageOf = (driver: VisitDriver) =>
      show(StepPage, { context: DEMO_CONTEXT, visit: driver.state, visitId: 'v' });

    it('give every caution in full once and only its name after that', async () => {
      const first = await pageOf(new VisitDriver().open());
      expect(words(first.page)).toContain('moving parts: It may start without warning');
      const later = new VisitDriver().open().act();
      later.log({ type: 'step-jumped', to: 'float-jumper' });
      const second = await pageOf(later);
      expect(words(second.page)).toContain('moving parts');
      expect(words(second.page)).not.toContain('It may start without warning');
    });

    it('offer no way past a safety step', async () => {
      const driver = new VisitDriver().open().act().answer('nothing').answer('both-lit');
      const { page, part } = await pageOf(driver);
      expect([...page.querySelectorAll('footer button')].map((each) => each.textContent.trim())).not.toContain('Skip');
      part.openPanel('pass');
      expect(page.querySelector('.panel')).toBeNull();
    });

    it('want a reason before a step is skipped', async () => {
      const { page, part, commands, fixture } = await pageOf(new VisitDriver().open().act());
      part.openPanel('pass');
      await fixture.whenStable();
      const skip = [...page.querySelectorAll<HTMLButtonElement>('.panel button')].find(
        (each) => each.textContent.trim() === 'Skip',
      )!;
      skip.click();
      expect(commands).toEqual([]);
      const field = page.querySelector<HTMLInputElement>('.panel input')!;
      field.value = 'seen it before';
      field.dispatchEvent(new Event('input'));
      await fixture.whenStable();
      skip.click();
      expect(commands).toEqual([
        {
          kind: 'record',
          body: { type: 'step-skipped', step: 'watch', how: 'skipped', reason: 'seen it before', next: 'lamps' },
        },
      ]);
    });
  });
});

describe('the log on the screen', () => {
  beforeEach(() => TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection(), provideParts()] }));

  function logOf({ state }: VisitDriver): ComponentFixture<VisitLog> {
    const fixture = TestBed.createComponent(VisitLog);
    const inputs = { context: DEMO_CONTEXT, visit: state, visitId: 'v', rows: logRows(DEMO_CONTEXT, state) };
    for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
    return fixture;
  }

  it('opens a line to be read, measured again or taken back', async () => {
    const driver = new VisitDriver().toFuse();
    const reading = driver.read('0.3');
    const fixture = logOf(driver);
    const asked: string[] = [];
    fixture.componentInstance.remeasured.subscribe((step) => asked.push(`again ${step}`));
    fixture.componentInstance.retracted.subscribe((event) => asked.push(`back ${event}`));
    await fixture.whenStable();
    const page = fixture.nativeElement as HTMLElement;
    page.querySelector<HTMLButtonElement>('[data-step=fuse] .line')!.click();
    await fixture.whenStable();
    expect(page.querySelector('.more')?.textContent).toContain('All of it is inside: within.');
    for (const action of page.querySelectorAll<HTMLButtonElement>('.actions button')) action.click();
    expect(page.querySelector('.actions input[type=file]')?.getAttribute('aria-label')).toContain('Photo: Ohms across');
    expect(asked).toEqual(['again fuse', `back ${reading.id}`]);
  });

  it('offers nothing to change once the visit is closed', async () => {
    const driver = new VisitDriver().toFuse();
    driver.read('0.3');
    const fixture = logOf(driver);
    fixture.componentRef.setInput('isClosed', true);
    await fixture.whenStable();
    const page = fixture.nativeElement as HTMLElement;
    page.querySelector<HTMLButtonElement>('[data-step=fuse] .line')!.click();
    await fixture.whenStable();
    expect(page.querySelector('.more')).not.toBeNull();
    expect(page.querySelector('.actions')).toBeNull();
  });

  it('says that a line was logged when the chart was elsewhere', async () => {
    const driver = new VisitDriver().open().act();
    driver.log({ type: 'action-done', step: 'call-mist', next: 'watch' });
    const fixture = logOf(driver);
    await fixture.whenStable();
    expect((fixture.nativeElement as HTMLElement).textContent).toContain('counts as evidence, check it');
  });
});
