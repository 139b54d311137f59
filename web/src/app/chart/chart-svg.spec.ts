import { chartAsSvg, chartProgress } from '@juxtameter/core';
import { DEMO_PROCEDURE, VisitDriver } from '../../../../core/src/testing/demo';
import { column, HOSTILE } from '../../../../core/src/testing/hostile-chart';

describe('a chart as SVG', () => {
  it('is XML with every text in it as text', () => {
    const svg = chartAsSvg(HOSTILE.title, column(HOSTILE));
    const parsed = new DOMParser().parseFromString(svg, 'image/svg+xml');
    expect(parsed.querySelector('parsererror')).toBeNull();
    expect(parsed.querySelector('script')).toBeNull();
    expect(parsed.querySelector('title')?.textContent).toBe(HOSTILE.title);
    expect(parsed.querySelectorAll('rect.box').length).toBe(3);
  });

  it('marks the way walked', () => {
    const { state } = new VisitDriver().toFuse();
    const svg = chartAsSvg('x', column(DEMO_PROCEDURE), chartProgress(DEMO_PROCEDURE, state));
    const parsed = new DOMParser().parseFromString(svg, 'image/svg+xml');
    expect(parsed.querySelectorAll('g.current').length).toBe(1);
    expect(parsed.querySelectorAll('path.taken').length).toBeGreaterThan(4);
  });
});
