import type { PinnedDocuments } from '@juxtameter/contract';
import { CALCULATORS } from '@juxtameter/core';
import benchVisit from '../../../../demo/data/visits/heat-bench-1-traps.json';
import { Shown } from '../../testing/shown';
import { VisitBench } from '../../testing/visit-bench';
import { CalculatorCard } from './calculator-card';
import { VisitHandbookPage } from './visit-handbook-page';

const PINNED = benchVisit.pinned as unknown as PinnedDocuments;

describe('the handbook', () => {
  const heater = CALCULATORS.find(({ id }) => id === 'heater');

  it('computes while it is typed and keeps what it cannot read', async () => {
    const card = await Shown.of(CalculatorCard, { calculator: heater });
    expect(card.words).toContain('It should read');
    expect(card.words).toContain('16 Ω');
    await card.type('input[name=power]', '1.2 kW');
    expect(card.words).toContain('48 Ω');
    await card.type('input[name=power]', 'a lot');
    expect(card.words).toContain('Accepted: 2 W 2.4 kW');
    expect(card.page.querySelector<HTMLInputElement>('input[name=power]')?.value).toBe('a lot');
  });

  it('offers its result to the next reading only where there is a visit', async () => {
    const card = await Shown.of(CalculatorCard, { calculator: heater });
    expect(card.words).not.toContain('Use as expected value');
    await card.set('canUse', true);
    const used: unknown[] = [];
    card.fixture.componentInstance.used.subscribe((expects) => used.push(expects));
    await card.press('Use as expected value');
    expect(used).toEqual([{ function: 'resistance', line: '2.4 kW at 240 V ±10 %' }]);
  });

  it('turns to each of its formulas beside a visit, with its source and the meter in hand', async () => {
    const bench = new VisitBench(VisitHandbookPage, PINNED, {
      type: 'visit-opened',
      unit: PINNED.unit.id,
      complaint: '',
      meter: 'hand-6000',
    });
    for (const { title, source } of CALCULATORS) {
      bench.press(title);
      await bench.fixture.whenStable();
      expect(bench.words).withContext(title).toContain(source);
    }
    expect(bench.words).toContain('up to 600 V');
  });
});
