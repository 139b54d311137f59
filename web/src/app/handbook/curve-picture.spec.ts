import { CALCULATORS, runCalculator } from '@juxtameter/core';
import { Shown } from '../../testing/shown';
import { CurvePicture } from './curve-picture';

describe('the curve beside a formula', () => {
  for (const calculator of CALCULATORS.filter(({ curve }) => curve !== undefined))
    it(`${calculator.title}: marks, ticks and curve lie inside the picture`, async () => {
      const run = runCalculator(calculator, {});
      if (run.outcome !== 'result' || !run.curve) throw new Error('no curve');
      const shown = await Shown.of(CurvePicture, { curve: run.curve });
      const circles = Array.from(shown.page.querySelectorAll('circle'));
      expect(circles.length).toBe(run.curve.marks.length);
      for (const circle of circles) {
        const [x, y] = [Number(circle.getAttribute('cx')), Number(circle.getAttribute('cy'))];
        expect(x >= 62 && x <= 408 && y >= 10 && y <= 164)
          .withContext(`${x}, ${y}`)
          .toBeTrue();
      }
      const ticks = Array.from(shown.page.querySelectorAll('text'), (text) => text.textContent ?? '');
      expect(ticks.filter((words) => words.includes('°C')).length).toBeGreaterThan(2);
      expect(ticks.filter((words) => words.includes('Ω')).length).toBeGreaterThan(0);
      expect(shown.page.querySelector('.curve')?.getAttribute('d')).not.toContain('NaN');
    });
});
