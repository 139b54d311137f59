import { currentStep, type MeasurementStep } from '@juxtameter/core';
import { VisitDriver } from '../../../../../core/src/testing/demo';
import { Shown } from '../../../testing/shown';
import { ProofGrid } from './proof-grid';

describe('the grid of a proof of dead', () => {
  it('fills pair by pair, says what is next, and shows a live pair as not dead', async () => {
    const visit = new VisitDriver().open().act().answer('nothing').answer('both-lit').act();
    const step = currentStep(visit.context, visit.state) as MeasurementStep;
    const shown = await Shown.of(ProofGrid, { context: visit.context, visit: visit.state, step });
    const cells = () => Array.from(shown.page.querySelectorAll('td'), (cell) => cell.getAttribute('aria-label') ?? '');
    expect(cells().length).toBe(16);
    expect(cells().filter((words) => words.endsWith('not read')).length).toBe(15);
    expect(cells()[0]).toBe('Meter before, AC: next');
    for (const text of ['231', '9.1', '0.1', '0.0', '0.2']) visit.read(text);
    await shown.set('visit', visit.state);
    expect(cells()).toContain(jasmine.stringMatching(/^L-E, AC: 0\.2\sV: nothing$/));
    expect(cells()).toContain('L-E, DC: next');
    expect(shown.page.querySelectorAll('.done').length).toBe(5);
    const last = visit.events.at(-1);
    if (last?.type !== 'reading-taken') throw new Error('no reading');
    const { id, ...copy } = last;
    visit.log(
      { ...copy, text: '230', judgement: { ...last.judgement, verdict: 'high' } },
      { id: id.replace(/.$/, 'f') },
    );
    await shown.set('visit', visit.state);
    expect(cells().filter((words) => words.endsWith('not dead')).length).toBe(1);
  });
});
