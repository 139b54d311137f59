import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { deleteDB } from 'idb';
import { chartGraph, chartProgress, type ChartLayout } from '@juxtameter/core';
import { DEMO_CONTEXT, DEMO_PROCEDURE, VisitDriver } from '../../../../core/src/testing/demo';
import { LocalStore } from '../local/local-store';
import { ChartLayouts } from './chart-layouts';
import { ChartPicture } from './chart-picture';
import { stepCard } from './step-card';

describe('a step of the chart, to be read', () => {
  const { state } = new VisitDriver().toFuse();

  it('says what is measured, what it should be and where each outcome leads', () => {
    const card = stepCard(DEMO_CONTEXT, state, 'fuse');
    expect(card?.measure).toContain('Ohms, F1·1 to F1·2: should be closed');
    expect(card?.ways.map(({ outcome }) => outcome)).toContain('within');
    expect(card?.ways.every(({ text }) => text !== '')).toBeTrue();
  });

  it('says how it came out, and names a proof of dead', () => {
    expect(stepCard(DEMO_CONTEXT, state, 'prove-dead')).toEqual(
      jasmine.objectContaining({ outcome: 'within', measure: 'Proof of dead: mains, control' }),
    );
  });

  it('is none for the end or for a step that is not there', () => {
    expect(stepCard(DEMO_CONTEXT, state, '@end')).toBeUndefined();
    expect(stepCard(DEMO_CONTEXT, state, 'constructor')).toBeUndefined();
  });
});

describe('the layout of a chart', () => {
  let layouts: ChartLayouts;
  let local: LocalStore;

  beforeEach(async () => {
    await deleteDB('juxtameter');
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    local = TestBed.inject(LocalStore);
    layouts = TestBed.inject(ChartLayouts);
  });

  afterEach(() => local.close());

  it('puts every box in a place of its own, from top to bottom, and is kept', async () => {
    const layout = await layouts.of(DEMO_PROCEDURE);
    const graph = chartGraph(DEMO_PROCEDURE);
    expect(layout.nodes.length).toBe(graph.nodes.length);
    expect(layout.edges.every(({ points }) => points.length >= 2)).toBeTrue();
    expect(overlapping(layout)).toEqual([]);
    const start = layout.nodes.find(({ id }) => id === DEMO_PROCEDURE.start);
    expect(start?.y).toBe(Math.min(...layout.nodes.map(({ y }) => y)));
    expect(layouts.of(DEMO_PROCEDURE)).toBe(layouts.of(DEMO_PROCEDURE));
  });
});

function overlapping({ nodes }: ChartLayout): readonly string[] {
  return nodes.flatMap((a, index) =>
    nodes
      .slice(index + 1)
      .filter((b) => a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height)
      .map((b) => `${a.id} ${b.id}`),
  );
}

describe('the picture of a chart', () => {
  it('marks where we are, what was walked and what can no longer be come to, and tells what is tapped', () => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    const { state } = new VisitDriver().toFuse();
    const graph = chartGraph(DEMO_PROCEDURE);
    const layout: ChartLayout = {
      width: 400,
      height: 9000,
      nodes: graph.nodes.map((node, index) => ({ ...node, x: 0, y: index * 150 })),
      edges: graph.edges.map((edge) => ({
        ...edge,
        points: [
          { x: 0, y: 0 },
          { x: 0, y: 10 },
        ],
      })),
    };
    const fixture = TestBed.createComponent(ChartPicture);
    fixture.componentRef.setInput('layout', layout);
    fixture.componentRef.setInput('progress', chartProgress(DEMO_PROCEDURE, state));
    const tapped: string[] = [];
    fixture.componentInstance.chosen.subscribe((id) => tapped.push(id));
    fixture.detectChanges();
    const picture = fixture.nativeElement as HTMLElement;
    const standing = (id: string): string => picture.querySelector(`[data-node="${id}"]`)?.getAttribute('class') ?? '';
    expect(standing('fuse')).toContain('current');
    expect(standing(DEMO_PROCEDURE.start)).toContain('walked');
    expect(standing('coil')).toContain('ahead');
    expect(picture.querySelectorAll('.gone.node').length).toBeGreaterThan(0);
    picture.querySelector('[data-node="coil"]')?.dispatchEvent(new MouseEvent('click', { bubbles: true }));
    expect(tapped).toEqual(['coil']);
    fixture.destroy();
  });
});
