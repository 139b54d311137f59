import type { PinnedDocuments } from '@juxtameter/contract';
import type { EventBody } from '@juxtameter/core';
import burnerVisitDocument from '../../../../demo/data/visits/co2-burner-1-igniter.json';
import { VisitBench } from '../../testing/visit-bench';
import { WatchPage } from './watch-page';

const PINNED = burnerVisitDocument.pinned as unknown as PinnedDocuments;

/** The page on a visit to the demo burner, with the clock in the hands of the spec. */
class Bench extends VisitBench<WatchPage> {
  private readonly began = performance.now();

  constructor(events: readonly EventBody[] = []) {
    super(WatchPage, PINNED, { type: 'visit-opened', unit: PINNED.unit.id, complaint: 'does not light' }, events);
  }

  /** No gas is smelt, and the call is made. */
  start(): void {
    (this.fixture.nativeElement as HTMLElement).querySelector<HTMLInputElement>('input[type=checkbox]')?.click();
    this.fixture.detectChanges();
    this.press('Start call');
  }

  /** Lets so many seconds pass, by the clocks events are stamped with. */
  wait(seconds: number): void {
    this.waited += seconds;
    const now = this.began + this.waited * 1000;
    (performance.now as unknown as jasmine.Spy).and.returnValue(now);
    jasmine.clock().tick(seconds * 1000);
    this.fixture.detectChanges();
  }

  private waited = 0;
}

describe('the page that watches a call', () => {
  beforeEach(() => {
    spyOn(performance, 'now').and.callThrough();
    jasmine.clock().install();
    jasmine.clock().mockDate(new Date());
  });

  afterEach(() => jasmine.clock().uninstall());

  it('makes no call of gas equipment before it was said that none is smelt, and names what may start', () => {
    const bench = new Bench();
    expect(bench.words).toContain('May start or open: combustion fan, glow igniter, gas valve and flame');
    expect(bench.button('Start call').disabled).toBeTrue();
    bench.key(' ');
    expect(bench.types).toEqual(['visit-opened']);
    bench.start();
    expect(bench.types).toEqual(['visit-opened', 'sign-noted', 'watch-started']);
  });

  it('makes none at all where gas was smelt', () => {
    const bench = new Bench([
      { type: 'sign-noted', sense: 'smell', what: 'gas', where: 'floor', isThere: true, grade: 'observed' },
    ]);
    expect(bench.words).toContain('Gas was smelt: no call is made');
    bench.key(' ');
    expect(bench.types).not.toContain('watch-started');
  });

  it('lets nobody give up a stage during a wait, and counts the wait down', () => {
    const bench = new Bench();
    bench.start();
    bench.wait(4);
    bench.key(' ');
    expect(bench.words).toContain('Purge: nothing is wrong');
    expect(bench.button('Has not happened').disabled).toBeTrue();
    bench.key('x');
    expect(bench.types.filter((type) => type === 'stage-marked').length).toBe(1);
    bench.wait(20);
    expect(bench.button('Has not happened').disabled).toBeFalse();
    expect(bench.words).toContain('due now');
    // Said too soon it accuses nothing.
    bench.key('x');
    expect(bench.words).toMatch(/Igniter may still come, until \d+ s/);
    expect(bench.words).not.toContain('Look at');
    bench.key('z');
    bench.wait(12);
    expect(bench.words).toMatch(/late by \d+ s/);
    bench.key('x');
    expect(bench.words).toContain('Igniter did not follow; whether it was commanded is not known');
    expect(bench.words).toContain('Was it commanded: igniter?');
    bench.key('n');
    expect(bench.words).toContain('Igniter did not follow, and was not commanded');
    expect(bench.words).not.toContain('Was it commanded');
    expect(bench.words).toContain('Burner does not fire, at:');
  });

  it('keeps a command apart and takes the last mark back', () => {
    const bench = new Bench();
    bench.start();
    bench.wait(4);
    bench.key('c');
    expect(bench.words).toContain('combustion fan, commanded');
    expect(bench.button('Only lamp or click').disabled).toBeTrue();
    bench.key('z');
    expect(bench.types.at(-1)).toBe('retracted');
    expect(bench.button('Only lamp or click').disabled).toBeFalse();
  });

  it('lets a focused button answer the space bar by itself', () => {
    const bench = new Bench();
    bench.start();
    bench.wait(4);
    bench.key(' ', bench.button('Only lamp or click'));
    expect(bench.types).not.toContain('stage-marked');
  });

  it('ends the call with the watch, and offers the next one under another name', () => {
    const bench = new Bench();
    bench.start();
    bench.wait(4);
    bench.press('Stop watching here');
    expect(bench.types.slice(-2)).toEqual(['call-ended', 'watch-ended']);
    expect(bench.words).toContain('short-cycle delay');
    const label = (bench.fixture.nativeElement as HTMLElement).querySelector<HTMLInputElement>('input[name=label]');
    expect(label).not.toBeNull();
    expect((bench.fixture.nativeElement as HTMLElement).querySelectorAll('[data-watch=before]').length).toBe(1);
  });
});
