import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { provideParts } from '../kit/provide-parts';
import {
  append,
  EMPTY_VISIT,
  freeUnitModel,
  proveDeadProcedure,
  type EventBody,
  type FreeReading,
  VisitContext,
  type VisitEvent,
  type VisitState,
} from '@juxtameter/core';
import { DEMO_CONTEXT, envelope, VisitDriver } from '../../../../core/src/testing/demo';
import type { StepCommand } from '../visit/step/step-command';
import { FreePage } from './free-page';

const MODEL = freeUnitModel([{ system: 'single-phase' }]);
const CHART = proveDeadProcedure(MODEL);
const FREE = new VisitContext({ ...DEMO_CONTEXT, model: MODEL, procedures: { [CHART.id]: CHART } });
const VOLTS: FreeReading = { function: 'ac-voltage', from: 'red', to: 'frame', expects: '24 V ±15 %', text: '' };

/** The page with a visit behind it that takes up what it commands. */
class Bench {
  state: VisitState = EMPTY_VISIT;
  readonly bodies: EventBody[] = [];
  readonly fixture: ComponentFixture<FreePage>;
  private readonly events: VisitEvent[] = [];
  leftTimes = 0;

  constructor(
    readonly context: VisitContext,
    line: FreeReading,
    opening: readonly EventBody[] = [
      { type: 'visit-opened', unit: 'u', complaint: '' },
      { type: 'procedure-started', procedure: CHART.id, start: CHART.start },
    ],
  ) {
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), provideRouter([]), provideParts()],
    });
    for (const body of opening) this.log(body);
    this.fixture = TestBed.createComponent(FreePage);
    this.show();
    this.fixture.componentRef.setInput('context', context);
    this.fixture.componentRef.setInput('visitId', 'v');
    this.fixture.componentRef.setInput('line', line);
    this.fixture.componentInstance.line.subscribe((changed) => this.fixture.componentRef.setInput('line', changed));
    this.fixture.componentInstance.commanded.subscribe((command) => this.take(command));
    this.fixture.componentInstance.left.subscribe(() => (this.leftTimes += 1));
    this.fixture.detectChanges();
  }

  private take(command: StepCommand): void {
    if (command.kind !== 'record') return;
    this.bodies.push(command.body);
    this.log(command.body);
    this.show();
    this.fixture.detectChanges();
  }

  private log(body: EventBody): void {
    const event: VisitEvent = { ...envelope(this.events.length), ...body };
    this.state = append(this.context, this.events, this.state, event);
    this.events.push(event);
  }

  private show(): void {
    this.fixture?.componentRef.setInput('visit', this.state);
  }

  get text(): string {
    return (this.fixture.nativeElement as HTMLElement).textContent ?? '';
  }

  find<Found extends HTMLElement>(selector: string): Found {
    const found = (this.fixture.nativeElement as HTMLElement).querySelector<Found>(selector);
    if (!found) throw new Error(`nothing at ${selector}`);
    return found;
  }

  type(name: string, text: string): void {
    const field = this.find<HTMLInputElement>(`input[name=${name}]`);
    field.value = text;
    field.dispatchEvent(new Event('input'));
    this.fixture.detectChanges();
  }

  submit(): void {
    this.find('form').dispatchEvent(new Event('submit'));
    this.fixture.detectChanges();
  }

  /** An answer of the list, by what stands in it. */
  choose(name: string): void {
    const list = this.find<HTMLSelectElement>('jx-select select');
    list.selectedIndex = Array.from(list.options).findIndex(({ text }) => text === name);
    list.dispatchEvent(new Event('change'));
    this.fixture.detectChanges();
  }

  press(words: string): void {
    const buttons = [...(this.fixture.nativeElement as HTMLElement).querySelectorAll('button')];
    const button = buttons.find((each) => each.textContent?.includes(words));
    if (!button) throw new Error(`no button "${words}"`);
    button.click();
    this.fixture.detectChanges();
  }
}

describe('a reading between any two points', () => {
  it('is judged while it is typed and logged with its line; the fields keep the line', () => {
    const bench = new Bench(FREE, VOLTS);
    bench.type('reading', '26.4');
    expect(bench.find('.verdict').textContent).toContain('within');
    bench.submit();
    expect(bench.bodies).toEqual([
      jasmine.objectContaining({
        type: 'reading-taken',
        from: 'red',
        to: 'frame',
        expects: '24 V ±15 %',
        text: '26.4',
      }),
    ]);
    expect(bench.find<HTMLInputElement>('input[name=reading]').value).toBe('');
    expect(bench.find<HTMLInputElement>('input[name=from]').value).toBe('red');
  });

  it('keeps what cannot be read and says what is accepted', () => {
    const bench = new Bench(FREE, VOLTS);
    bench.type('reading', 'warm');
    bench.submit();
    expect(bench.bodies).toEqual([]);
    expect(bench.find<HTMLInputElement>('input[name=reading]').value).toBe('warm');
    expect(bench.find('.verdict p').getAttribute('role')).toBe('alert');
    bench.type('expects', 'about right');
    expect(bench.find('.verdict').textContent).toContain('Expected:');
  });

  it('says not to measure ohms before everything is proven dead', () => {
    const bench = new Bench(FREE, { ...VOLTS, function: 'resistance', expects: '8 Ω' });
    expect(bench.find('.refusal').textContent).toContain('must be proven dead');
    bench.type('reading', '8.1');
    bench.submit();
    expect(bench.bodies[0]).toEqual(
      jasmine.objectContaining({ judgement: jasmine.objectContaining({ verdict: 'invalid' }) }),
    );
    bench.press('Isolate and prove dead');
    expect(bench.leftTimes).toBe(1);
  });

  it('offers the lines used before, and puts one into the fields', () => {
    const bench = new Bench(FREE, VOLTS);
    bench.type('reading', '26.4');
    bench.submit();
    bench.type('from', 'blue');
    bench.press('AC volts, red to frame');
    expect(bench.find<HTMLInputElement>('input[name=from]').value).toBe('red');
  });

  it('offers the plug of a machine on a cord, after which ohms may be read', () => {
    const model = freeUnitModel([{ system: 'single-phase', plug: 'the plug' }]);
    const bench = new Bench(new VisitContext({ ...FREE, model }), {
      ...VOLTS,
      function: 'resistance',
      expects: '8 Ω ±10 %',
    });
    expect(bench.text).toContain('Do not measure yet');
    bench.press('The plug is out, in my sight');
    expect(bench.bodies).toEqual([{ type: 'supply-changed', supply: 'single-phase', state: 'plug-out' }]);
    expect(bench.text).not.toContain('Do not measure yet');
  });

  it('zeroes the leads where ohms are read, and refuses what are no leads', () => {
    const bench = new Bench(FREE, { ...VOLTS, function: 'continuity', expects: 'closed' });
    bench.press('Zero the leads');
    bench.type('leads', '4000');
    bench.submit();
    expect(bench.text).toContain('no lead resistance');
    bench.type('leads', '0.3');
    bench.submit();
    expect(bench.bodies).toEqual([{ type: 'leads-zeroed', text: '0.3', ohms: 0.3 }]);
    expect(bench.text).toContain('Leads zeroed at 0.3');
  });

  it('takes a jumper with all it needs, never one over flame protection, and does not close over it', () => {
    const bench = new Bench(FREE, VOLTS);
    bench.press('Jumper');
    bench.type('jumper-from', 'float red');
    bench.submit();
    expect(bench.text).toContain('what may start');
    bench.type('jumper-to', 'float blue');
    bench.type('why', 'float out of the way');
    bench.type('may-start', 'the pump');
    bench.submit();
    // Nobody has said yet that it bypasses no protection.
    expect(bench.bodies).toEqual([]);
    bench.choose('no protection');
    bench.submit();
    expect(bench.bodies[0]).toEqual({
      type: 'bypass-placed',
      // No two tablets may give two jumpers one name.
      bypass: jasmine.stringMatching(/^jumper-[0-9a-f-]{36}$/) as unknown as string,
      from: 'float red',
      to: 'float blue',
      why: 'float out of the way; may start: the pump',
    });
  });

  it('records a finding with the grade its readings earn', () => {
    const bench = new Bench(FREE, VOLTS);
    bench.type('reading', '3.1');
    bench.submit();
    bench.press('Finding');
    bench.submit();
    expect(bench.text).toContain('Choose what it is');
    bench.choose('supply');
    bench.submit();
    expect(bench.text).toContain('Say in words what was found');
    expect(bench.text).toContain('not narrowed down');
    bench.find<HTMLInputElement>('input[type=checkbox]').click();
    bench.fixture.detectChanges();
    bench.type('finding', 'The feed gives 3 V.');
    bench.submit();
    expect(bench.bodies.at(-1)).toEqual(
      jasmine.objectContaining({ type: 'finding-reached', text: 'The feed gives 3 V.', grade: 'likely' }),
    );
  });

  it('says that the supply is on, for every supply nobody spoke of', () => {
    const bench = new Bench(FREE, VOLTS);
    bench.press('Supply switched on');
    expect(bench.bodies).toEqual([{ type: 'supply-changed', supply: 'single-phase', state: 'on' }]);
    expect(bench.text).not.toContain('Supply switched on');
  });

  it('beside a chart goes back to the step and offers no ending of its own', () => {
    const events = new VisitDriver().toFuse().events;
    const bench = new Bench(
      DEMO_CONTEXT,
      VOLTS,
      events.map((event) => event as EventBody),
    );
    expect(bench.text).toContain('the step stays where it is');
    expect(bench.text).not.toContain('Close visit');
    bench.press('Note');
    bench.type('words', 'hums');
    bench.submit();
    expect(bench.bodies).toEqual([{ type: 'note-added', text: 'hums' }]);
    bench.press('Back to the step');
    expect(bench.leftTimes).toBe(1);
  });
});
