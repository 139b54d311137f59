import type { ProcedureDocument } from '../procedure';
import { HOSTILE } from '../testing/hostile-chart';
import { DEMO_CONTEXT, DEMO_PROCEDURE, VisitDriver } from '../testing/demo';
import { chartProgress, edgeKey } from '../visit';
import { chartGraph, wrapped } from './chart-graph';
import { edgePath } from './chart-layout';
import { chartAsMermaid } from './mermaid';

describe('the drawn chart', () => {
  it('has a box for every step and one arrow from step to step, with every outcome on it', () => {
    const { nodes, edges } = chartGraph(DEMO_PROCEDURE);
    expect(nodes.length).toBe(Object.keys(DEMO_PROCEDURE.steps).length);
    const keys = edges.map(({ from, to }) => edgeKey(from, to));
    expect(new Set(keys).size).toBe(keys.length);
    const coil = edges.filter(({ from, to }) => from === 'coil' && to === 'coil-open');
    expect(coil.flatMap(({ outcomes }) => outcomes)).toEqual(jasmine.arrayContaining(['open', 'high']));
  });

  it('leaves no word of a step out, and no line longer than a box', () => {
    const text = 'Clean the two screws, press the probes home, switch to low-impedance mode.';
    expect(wrapped(text, 30).join(' ')).toBe(text);
    expect(wrapped(`${'x'.repeat(70)} end`, 30).every((line) => line.length <= 30)).toBeTrue();
    expect(wrapped('', 30)).toEqual(['']);
  });

  it('leaves out arrows to steps there are none of', () => {
    const broken = { ...HOSTILE, steps: { ...HOSTILE.steps, end: { ...HOSTILE.steps['end'], next: 'nowhere' } } };
    expect(chartGraph(broken as ProcedureDocument).edges.map(({ to }) => to)).not.toContain('nowhere');
  });

  it('bends its arrows and ends where they end', () => {
    const path = edgePath([
      { x: 0, y: 0 },
      { x: 0, y: 100 },
      { x: 50, y: 100 },
    ]);
    expect(path).toBe('M0 0L0 93Q0 100 7 100L50 100');
    expect(edgePath([])).toBe('');
  });
});

describe('a chart as Mermaid text', () => {
  it('gives every step a made-up id and quotes every word', () => {
    const text = chartAsMermaid(HOSTILE);
    const boxes = text.split('\n').filter((line) => /^ {2}step\d+[[({]/.test(line));
    expect(boxes.length).toBe(3);
    expect(boxes.every((line) => (line.match(/"/g) ?? []).length === 2)).toBeTrue();
    expect(text).not.toContain('<');
    expect(text.split('\n').filter((line) => line.includes('%%')).length).toBe(1);
  });

  it('has the arrows of the chart', () => {
    const arrows = chartAsMermaid(DEMO_PROCEDURE)
      .split('\n')
      .filter((line) => line.includes('-->'));
    expect(arrows.length).toBe(chartGraph(DEMO_PROCEDURE).edges.length + 1);
  });
});

describe('where a visit stands in its chart', () => {
  it('is the way walked, the step, and what can still be come to', () => {
    const visit = new VisitDriver().toFuse();
    const progress = chartProgress(DEMO_PROCEDURE, visit.state);
    expect(progress.current).toBe('fuse');
    expect(progress.walked[0]).toBe(DEMO_PROCEDURE.start);
    expect(progress.walked).not.toContain('fuse');
    expect(progress.ahead.has('coil')).toBeTrue();
    expect(progress.ahead.has(DEMO_PROCEDURE.start)).toBeFalse();
  });

  it('goes through decisions, and not through what was taken back', () => {
    const visit = new VisitDriver().toFuse();
    visit.read('0.3');
    const read = visit.read('9.0');
    const walked = chartProgress(DEMO_PROCEDURE, visit.state);
    expect(walked.taken.has(edgeKey('fuse-known', 'energise'))).toBeTrue();
    expect(walked.walked).toContain('fuse-known');
    visit.log({ type: 'retracted', event: read.id });
    const undone = chartProgress(DEMO_PROCEDURE, visit.state);
    expect(undone.taken.has(edgeKey('fuse-known', 'energise'))).toBeFalse();
    expect(undone.current).toBe('coil');
  });

  it('begins at the start where nothing was walked', () => {
    const nothing = new VisitDriver(DEMO_CONTEXT).state;
    expect(chartProgress(DEMO_PROCEDURE, nothing).ahead.has(DEMO_PROCEDURE.start)).toBeTrue();
  });
});
