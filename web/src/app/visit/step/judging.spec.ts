import type { EventBody, MeasurementStep, VisitState } from '@juxtameter/core';
import { VisitDriver } from '../../../../../core/src/testing/demo';
import { BENCH_CONTEXT, FAN_CONTEXT } from '../../../../../core/src/testing/traps';
import { Shown } from '../../../testing/shown';
import { StatePane } from '../companion/state-pane';
import { ReadingEntry } from './reading-entry';
import type { StepCommand } from './step-command';

const LIVE: EventBody = { type: 'supply-changed', supply: 'mains', state: 'on' };

function at(context: typeof BENCH_CONTEXT, step: string, ...before: readonly EventBody[]): VisitDriver {
  const driver = new VisitDriver(context);
  driver.log({ type: 'visit-opened', unit: 'x', complaint: '', meter: 'hand-6000' });
  driver.log({ type: 'procedure-started', procedure: Object.keys(context.procedures)[0] ?? '', start: step });
  for (const body of before) driver.log(body);
  return driver;
}

describe('the entry of a reading that needs more than a figure', () => {
  let commands: StepCommand[];

  async function entry(context: typeof BENCH_CONTEXT, visit: VisitState): Promise<Shown<ReadingEntry>> {
    const step = Object.values(context.procedures)[0]?.steps[visit.step ?? ''] as MeasurementStep;
    const shown = await Shown.of(ReadingEntry, { context, visit, step });
    commands = [];
    shown.fixture.componentInstance.commanded.subscribe((command) => commands.push(command));
    return shown;
  }
  const bodies = (): readonly EventBody[] =>
    commands.flatMap((command) => (command.kind === 'record' ? [command.body] : []));

  it('shows the parts of a set, the next one marked, and its own points', async () => {
    const driver = at(BENCH_CONTEXT, 'matrix', LIVE);
    driver.read('119.2');
    const shown = await entry(BENCH_CONTEXT, driver.state);
    expect(shown.page.querySelector('[data-part="L1-N"]')?.textContent).toContain('119.2');
    expect(shown.page.querySelector('.next')?.getAttribute('data-part')).toBe('L2-N');
    expect(shown.page.querySelector('jx-probe-chips')?.textContent).toContain('X1·3');
    await shown.type('input[name=reading]', '120.1');
    await shown.submit();
    expect(bodies()).toEqual([jasmine.objectContaining({ type: 'reading-taken', part: 'L2-N', text: '120.1' })]);
  });

  it('offers the tap that makes a condition hold', async () => {
    const shown = await entry(BENCH_CONTEXT, at(BENCH_CONTEXT, 'cells').state);
    expect(shown.words).toContain('Do not measure yet.');
    await shown.press('Bench display BD1 is pressed now');
    expect(bodies()).toEqual([{ type: 'condition-noted', group: 'press', item: 'BD1', state: 'pressed' }]);
  });

  it('asks for the position, and for the document that holds', async () => {
    const dead = at(BENCH_CONTEXT, 'knob-ohms');
    const shown = await entry(BENCH_CONTEXT, dead.state);
    expect(shown.words).toContain('In which position is it?');
    await shown.press('2');
    expect(bodies()).toEqual([{ type: 'condition-noted', group: 'positions', item: 'SEL', state: '2' }]);
  });

  it('asks which of two documents holds, with where it was seen', async () => {
    const shown = await entry(FAN_CONTEXT, at(FAN_CONTEXT, 'windings').state);
    expect(shown.words).toContain('The documents disagree.');
    await shown.press('variant B');
    expect(bodies()).toEqual([
      jasmine.objectContaining({ type: 'source-chosen', question: 'motor-variant', reason: 'read at the unit' }),
    ]);
  });

  it('names the trap of a stray voltage and reads again in low-impedance mode', async () => {
    const driver = at(BENCH_CONTEXT, 'across', LIVE, { type: 'call-changed', call: 'zone-1', state: 'on' });
    const shown = await entry(BENCH_CONTEXT, driver.state);
    await shown.type('input[name=reading]', '11.7');
    expect(shown.page.querySelector('[data-guard=stray-voltage]')).not.toBeNull();
    await shown.press('low-impedance mode');
    await shown.submit('form');
    expect(bodies()).toEqual([jasmine.objectContaining({ type: 'reading-taken', isLowImpedance: true })]);
  });

  it('refuses a meter that is not built for the place', async () => {
    const driver = at(BENCH_CONTEXT, 'across', LIVE, { type: 'call-changed', call: 'zone-1', state: 'on' });
    driver.log({ type: 'meter-changed', meter: 'pocket-2000' });
    const shown = await entry(BENCH_CONTEXT, driver.state);
    expect(shown.words).toContain('Not with this meter. Pocket 2000 is built for CAT II 300 V');
    await shown.type('input[name=reading]', '239');
    await shown.submit();
    expect(bodies()).toEqual([]);
    expect(shown.page.querySelector<HTMLInputElement>('input[name=reading]')?.value).toBe('239');
  });
});

describe('the state of the machine', () => {
  it('is changed with a tap each, and what a call may start is said', async () => {
    const driver = at(BENCH_CONTEXT, 'matrix', LIVE);
    const shown = await Shown.of(StatePane, { context: BENCH_CONTEXT, visit: driver.state });
    const noted: EventBody[] = [];
    shown.fixture.componentInstance.recorded.subscribe((body) => noted.push(body));
    const tap = (row: string, state: string): void =>
      [...shown.page.querySelectorAll<HTMLButtonElement>(`[data-state="${row}"] button`)]
        .find((each) => each.textContent?.trim() === state)
        ?.click();
    tap('supplies mains', 'locked');
    tap('interlocks LS1', 'held');
    tap('positions SEL', '3');
    tap('connectors HB.X2', 'out');
    expect(noted).toEqual([
      { type: 'supply-changed', supply: 'mains', state: 'locked' },
      { type: 'condition-noted', group: 'interlocks', item: 'LS1', state: 'held' },
      { type: 'condition-noted', group: 'positions', item: 'SEL', state: '3' },
      { type: 'connector-changed', connector: 'HB.X2', state: 'out' },
    ]);
  });

  it('takes a single lead off, notes a repair and a danger', async () => {
    const shown = await Shown.of(StatePane, { context: BENCH_CONTEXT, visit: at(BENCH_CONTEXT, 'matrix').state });
    const noted: EventBody[] = [];
    shown.fixture.componentInstance.recorded.subscribe((body) => noted.push(body));
    const wire = shown.page.querySelector<HTMLSelectElement>('select[aria-label="Which wire"]')!;
    wire.value = 'w6';
    wire.dispatchEvent(new Event('change'));
    await shown.settle();
    await shown.press('off ST1·1');
    await shown.type('input[name=repair]', 'joint of mat 1 resoldered');
    await shown.submit('form:has(input[name=repair])');
    await shown.type('input[name=where]', 'under the sand');
    await shown.submit('form:has(input[name=where])');
    // Which danger it is decides what everybody is warned of: nothing is said beforehand.
    expect(noted.length).toBe(2);
    expect(shown.page.textContent).toContain('Say which danger');
    const danger = shown.page.querySelector<HTMLSelectElement>('select[aria-label="Kind of danger"]')!;
    danger.value = 'water';
    danger.dispatchEvent(new Event('change'));
    await shown.settle();
    await shown.submit('form:has(input[name=where])');
    expect(noted).toEqual([
      { type: 'condition-noted', group: 'leads', item: 'w6', state: 'ST1.1' },
      { type: 'repair-done', items: ['joint of mat 1 resoldered'], text: 'joint of mat 1 resoldered' },
      { type: 'hazard-noted', kind: 'water', where: 'under the sand' },
    ]);
  });
});
