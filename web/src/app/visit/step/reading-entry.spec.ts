import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { provideParts } from '../../kit/provide-parts';
import type { MeasurementStep, VisitState } from '@juxtameter/core';
import { DEMO_CONTEXT, DEMO_PROCEDURE, VisitDriver } from '../../../../../core/src/testing/demo';
import { ReadingEntry } from './reading-entry';
import type { StepCommand } from './step-command';

describe('the entry of a reading', () => {
  let fixture: ComponentFixture<ReadingEntry>;
  let commands: StepCommand[];

  async function show(state: VisitState): Promise<void> {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection(), provideParts()] });
    fixture = TestBed.createComponent(ReadingEntry);
    fixture.componentRef.setInput('context', DEMO_CONTEXT);
    fixture.componentRef.setInput('visit', state);
    fixture.componentRef.setInput('step', DEMO_PROCEDURE.steps[state.step ?? ''] as MeasurementStep);
    commands = [];
    fixture.componentInstance.commanded.subscribe((command) => commands.push(command));
    await fixture.whenStable();
  }

  const page = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const verdict = (): string => (page().querySelector('.verdict')?.textContent ?? '').replace(/\s+/g, ' ').trim();

  async function type(text: string): Promise<void> {
    const field = page().querySelector<HTMLInputElement>('input[name=reading]')!;
    field.value = text;
    field.dispatchEvent(new Event('input'));
    await fixture.whenStable();
  }

  async function submit(): Promise<void> {
    page()
      .querySelector('form')!
      .dispatchEvent(new Event('submit', { cancelable: true }));
    await fixture.whenStable();
  }

  const atFuse = (): VisitState => new VisitDriver().toFuse().state;

  it('moves the mark and says the verdict while the digits come in', async () => {
    await show(atFuse());
    expect(page().querySelector('.mark')).toBeNull();
    await type('0.3');
    const first = page().querySelector('.mark')?.getAttribute('d');
    expect(verdict()).toContain('within: Closed between F1·1 and F1·2. Clears: Control fuse F1.');
    await type('47');
    expect(page().querySelector('.mark')?.getAttribute('d')).not.toBe(first);
    expect(verdict()).toContain('high: Open between F1·1 and F1·2. Points at: Control fuse F1.');
    expect(verdict()).toContain('Next: Ohms of the contactor coil K1');
  });

  it('logs on submit and clears the field', async () => {
    await show(atFuse());
    await type('0.3');
    await submit();
    expect(commands).toEqual([
      {
        kind: 'record',
        body: jasmine.objectContaining({ type: 'reading-taken', step: 'fuse', text: '0.3', next: 'coil' }),
      },
    ]);
    expect(page().querySelector<HTMLInputElement>('input[name=reading]')!.value).toBe('');
  });

  it('clears the field even when digits and Enter came within one frame', async () => {
    await show(atFuse());
    const field = page().querySelector<HTMLInputElement>('input[name=reading]')!;
    field.value = '0.3';
    field.dispatchEvent(new Event('input'));
    await submit();
    expect(commands.length).toBe(1);
    expect(field.value).toBe('');
  });

  it('keeps what it cannot read and shows what it accepts', async () => {
    await show(atFuse());
    await type('twelve');
    await submit();
    expect(commands).toEqual([]);
    expect(verdict()).toContain('This is not a number with a unit. Accepted: 8.2');
    expect(page().querySelector<HTMLInputElement>('input[name=reading]')!.value).toBe('twelve');
  });

  it('asks where two readings are possible and logs the one chosen', async () => {
    await show(atFuse());
    await type('3m3');
    const choices = [...page().querySelectorAll<HTMLButtonElement>('.ask button')];
    expect(choices.map((button) => button.textContent.replace(/\s+/g, ' ').trim())).toEqual(['0.0033 Ω', '3.3 MΩ']);
    choices[1]!.click();
    await fixture.whenStable();
    expect(commands.length).toBe(1);
  });

  it('warns before ohms on what is not proven dead and offers the proof', async () => {
    const driver = new VisitDriver().open();
    driver.log({ type: 'step-jumped', to: 'fuse' });
    await show(driver.state);
    const refusal = page().querySelector('[role=alert]')!;
    expect(refusal.textContent).toContain('mains supply is on, must be proven dead');
    refusal.querySelector('button')!.click();
    expect(commands).toEqual([
      { kind: 'record', body: jasmine.objectContaining({ type: 'step-jumped', to: 'prove-dead' }) },
    ]);
  });

  it('zeroes the leads with the tips together', async () => {
    await show(atFuse());
    page().querySelector<HTMLButtonElement>('.verdict button')!.click();
    await fixture.whenStable();
    await type('1.7');
    await submit();
    expect(commands).toEqual([{ kind: 'record', body: { type: 'leads-zeroed', text: '1.7', ohms: 1.7 } }]);
  });

  it('logs several pairs of a proof typed at once, each as a reading of its own', async () => {
    const driver = new VisitDriver().open().act().answer('nothing').answer('both-lit').act();
    driver.read('231');
    driver.read('9.1');
    await show(driver.state);
    // As the workspace does: every recorded fact comes back as the next state.
    fixture.componentInstance.commanded.subscribe((command) => {
      if (command.kind === 'record') driver.log(command.body);
      fixture.componentRef.setInput('visit', driver.state);
      fixture.detectChanges();
    });
    await type('0.1 / 0 ; 0.2');
    await submit();
    const logged = commands.flatMap((command) =>
      command.kind === 'record' && command.body.type === 'reading-taken' ? [command.body] : [],
    );
    expect(logged.map((body) => [body.proof?.name, body.proof?.current, body.text])).toEqual([
      ['L-N', 'ac', '0.1'],
      ['L-N', 'dc', '0'],
      ['L-E', 'ac', '0.2'],
    ]);
    await type('0.1 / live');
    await submit();
    expect(commands.length).toBe(3);
  });

  it('takes one reading too many for no check of the meter, and keeps it to be looked at', async () => {
    const driver = new VisitDriver().open().act().answer('nothing').answer('both-lit').act();
    await show(driver.state);
    fixture.componentInstance.commanded.subscribe((command) => {
      if (command.kind === 'record') driver.log(command.body);
      fixture.componentRef.setInput('visit', driver.state);
      fixture.detectChanges();
    });
    await type('231 / 9.1 / 0 / 0.1');
    await submit();
    const typesLogged = (): readonly string[] =>
      commands.flatMap((command) => (command.kind === 'record' ? [command.body.type] : []));
    expect(typesLogged()).toEqual(['meter-proven', 'meter-proven']);
    const field = page().querySelector<HTMLInputElement>('input[name=reading]');
    expect(field?.value).toBe('0 / 0.1');
    await type(Array.from({ length: 13 }, () => '0').join(' / '));
    await submit();
    expect(typesLogged().filter((type) => type === 'reading-taken').length).toBe(12);
    expect(typesLogged().filter((type) => type === 'meter-proven').length).toBe(2);
    expect(field?.value).toBe('0');
  });

  it('keeps what is being typed when something else in the visit changes', async () => {
    const driver = new VisitDriver().toFuse();
    await show(driver.state);
    await type('0.');
    driver.log({ type: 'note-added', text: 'from another tab' });
    fixture.componentRef.setInput('visit', driver.state);
    await fixture.whenStable();
    expect(page().querySelector<HTMLInputElement>('input[name=reading]')!.value).toBe('0.');
  });
});
