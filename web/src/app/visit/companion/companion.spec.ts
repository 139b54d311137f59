import { DEMO_CONTEXT, VisitDriver } from '../../../../../core/src/testing/demo';
import { Shown } from '../../../testing/shown';
import { SafetyStrip } from '../safety-strip';
import { chartLines } from '../view/chart-view';
import { ChartList } from './chart-list';
import { HazardList } from './hazard-list';
import { NotesList } from './notes-list';

describe('beside the step', () => {
  it('stands the chart: the way walked with what came out, the step, and what was not walked', async () => {
    const driver = new VisitDriver(DEMO_CONTEXT).toFuse();
    driver.read('0.3');
    const shown = await Shown.of(ChartList, { lines: chartLines(DEMO_CONTEXT, driver.state) });
    expect(shown.page.querySelector('[data-step="fuse"]')?.className).toBe('walked');
    expect(shown.page.querySelector('[data-step="fuse"]')?.textContent).toContain('within');
    expect(shown.page.querySelector('[aria-current=step]')?.textContent).toContain('Ohms of the contactor coil K1');
    expect(shown.words).toContain('Not done');
    expect(
      [...shown.page.querySelectorAll('li[data-step]')].every((line) => line.textContent.trim() !== ''),
    ).toBeTrue();
  });

  it('goes to a step only when it is asked twice, never to the one at hand or in a closed visit', async () => {
    const driver = new VisitDriver(DEMO_CONTEXT).toFuse();
    const shown = await Shown.of(ChartList, { lines: chartLines(DEMO_CONTEXT, driver.state) });
    const jumps: string[] = [];
    shown.fixture.componentInstance.jumped.subscribe((id) => jumps.push(id));
    const open = async (id: string): Promise<void> => {
      shown.page.querySelector<HTMLButtonElement>(`[data-step="${id}"] button`)?.click();
      await shown.settle();
    };
    await open('coil');
    expect(jumps).toEqual([]);
    await shown.press('Go to this step');
    expect(jumps).toEqual(['coil']);
    await open('fuse');
    expect(shown.words).not.toContain('Go to this step');
    await shown.set('canJump', false);
    await open('coil');
    expect(shown.words).not.toContain('Go to this step');
  });

  it('stand the notes without those taken back, and one more can be added', async () => {
    const driver = new VisitDriver(DEMO_CONTEXT).open();
    const shown = await Shown.of(NotesList, { trail: driver.state.trail });
    expect(shown.words).toContain('No notes yet');
    driver.log({ type: 'note-added', text: 'Board looks newer than the rest' });
    const wrong = driver.log({ type: 'note-added', text: 'Wrong unit' });
    driver.log({ type: 'retracted', event: wrong.id });
    await shown.set('trail', driver.state.trail);
    expect(shown.words).toContain('Board looks newer than the rest');
    expect(shown.words).not.toContain('Wrong unit');
    const added: string[] = [];
    shown.fixture.componentInstance.added.subscribe((text) => added.push(text));
    await shown.type('input[name=note]', '   ');
    await shown.submit();
    await shown.type('input[name=note]', ' Float cable is new ');
    await shown.submit();
    expect(added).toEqual(['Float cable is new']);
    expect(shown.page.querySelector<HTMLInputElement>('input[name=note]')?.value).toBe('');
    await shown.set('canAdd', false);
    expect(shown.page.querySelector('form')).toBeNull();
  });

  it('stands what can hurt, with the usual caution to each', async () => {
    const hazards = [
      { kind: 'stored-energy', where: 'DC bus', note: 'five minutes' },
      { kind: 'this unit', where: 'fed from the shed as well' },
    ];
    const shown = await Shown.of(HazardList, { hazards });
    expect(shown.words).toContain('stored energy DC bus: five minutes');
    expect(shown.page.querySelector('.small')?.textContent?.trim()).not.toBe('');
    expect(shown.words).toContain('this unit fed from the shed as well');
    await shown.set('hazards', []);
    expect(shown.words).toBe('');
  });

  it('stand supplies, bypasses, the meter and what is saved in one strip, none ever dropped', async () => {
    const items = [
      { id: 'supply-mains', text: '⚡ live 230 V', isCaution: true },
      { id: 'bypass', text: 'no bypass', isCaution: false },
    ];
    const shown = await Shown.of(SafetyStrip, {
      items,
      meter: 'meter: Hand 6000',
      visitId: 'v1',
      saved: '3 entries wait for the server',
      savedIsCaution: true,
    });
    expect(shown.page.querySelector('[data-strip=saved]')?.className).toBe('caution');
    expect(shown.page.querySelector('[data-strip=supply-mains]')?.className).toBe('caution');
    expect(shown.page.querySelector('[data-strip=bypass]')?.className).toBe('');
    expect(shown.page.querySelector('a')?.getAttribute('href')).toBe('/visits/v1/meter');
    expect(shown.page.querySelectorAll('li').length).toBe(4);
  });
});
