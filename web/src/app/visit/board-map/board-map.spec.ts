import {
  askedReading,
  compileProcedure,
  pointsFor,
  type EventBody,
  type UnitModelDocument,
  VisitContext,
} from '@juxtameter/core';
import { GENERALS, MAT_CONTEXT, NEW_BOARD_CONTEXT, PUMP_CONTEXT } from '../../../../../core/src/testing/ambiguities';
import { BURNER_CONTEXT } from '../../../../../core/src/testing/burner';
import { DEMO_CONTEXT, DEMO_MODEL, VisitDriver } from '../../../../../core/src/testing/demo';
import { BENCH_CONTEXT, FAN_CONTEXT } from '../../../../../core/src/testing/traps';
import { Shown } from '../../../testing/shown';
import { BoardMapView } from './board-map';
import { fitted, isInSight, neighbour, READABLE, TOUCHABLE } from './fit';
import { boardMap, REACH, terminalAt } from './map-layout';
import { PointMap } from './point-map';
import { probeViews } from './probe-views';
import { TerminalCard } from './terminal-card';
import { looksSame, readingsByTerminal, terminalView, wireView } from './terminal-view';
import { wireColours, wirePaint } from './wire-paint';

const EVERY = [DEMO_CONTEXT, BENCH_CONTEXT, FAN_CONTEXT, BURNER_CONTEXT, PUMP_CONTEXT, MAT_CONTEXT, NEW_BOARD_CONTEXT];

/** Every pair of points a measurement of the demo's charts puts the probes on. */
function pairsOf({ model, procedures }: VisitContext): readonly (readonly [string, string])[] {
  return Object.values(procedures).flatMap((procedure) =>
    Object.values(compileProcedure(procedure, model, GENERALS).steps).flatMap((step) => {
      if (step.kind !== 'measurement') return [];
      const { measure } = step;
      const ways = [measure, ...Object.values(measure.methods ?? {}), ...(measure.set ?? [])];
      return ways.flatMap(({ from, to }): (readonly [string, string])[] => (from && to ? [[from, to]] : []));
    }),
  );
}

describe('the map of a board', () => {
  it('has every terminal of the unit model once, none over another', () => {
    for (const { model } of EVERY) {
      const map = boardMap(model);
      const places = [...map.terminals.values()].map(({ x, y }) => `${x} ${y}`);
      expect(new Set(places).size).toBe(places.length);
      for (const { groups, width, height } of [map]) {
        for (const group of groups) {
          expect(group.x + group.width).toBeLessThanOrEqual(width + 0.1);
          expect(group.y + group.height).toBeLessThanOrEqual(height + 0.1);
        }
      }
    }
  });

  it('follows the layout of the unit model: rows, pin 1, and where a device is', () => {
    const { terminals, groups } = boardMap(BURNER_CONTEXT.model);
    const at = (address: string): { x: number; y: number } => terminals.get(address) ?? { x: NaN, y: NaN };
    // X1 and X2 share a row, X3 lies under them with its pin 1 on the right.
    expect(at('BC.X1.1').y).toBe(at('BC.X2.1').y);
    expect(at('BC.X2.1').x).toBeGreaterThan(at('BC.X1.3').x);
    expect(at('BC.X3.1').y).toBeGreaterThan(at('BC.X1.1').y);
    expect(at('BC.X3.1').x).toBeGreaterThan(at('BC.X3.9').x);
    expect(terminals.get('BC.X3.1')?.isPinOne).toBeTrue();
    expect(groups.map(({ title }) => title)).toEqual(jasmine.arrayContaining(['Burner head', 'Beside the board']));
    const blocks = groups.flatMap(({ blocks: of }) => of.map(({ title }) => title));
    expect(blocks).toEqual(jasmine.arrayContaining(['X2 Output plug', 'FM1 combustion fan']));
  });

  it('draws wires upwards where the connector says so', () => {
    const model = structuredClone(DEMO_MODEL) as unknown as { boards: { connectors: { place?: unknown }[] }[] };
    const [connector] = model.boards[0]?.connectors ?? [];
    if (connector) connector.place = { row: 1, column: 1, wires: 'up' };
    const pin = boardMap(model as unknown as UnitModelDocument).terminals.get('CB.X1.1');
    expect(pin?.leaves).toBe('up');
  });

  it('shows both points of every demo step at once, readable, on a tablet and on a phone', () => {
    for (const context of EVERY) {
      const map = boardMap(context.model);
      for (const [from, to] of pairsOf(context)) {
        for (const window of [
          { width: 451, height: 530 },
          { width: 366, height: 560 },
        ]) {
          const { scale, x, y } = fitted(map, window, [from, to]);
          expect(scale).withContext(`${from} ${to}`).toBeGreaterThanOrEqual(0.6);
          for (const point of [from, to]) {
            const terminal = terminalAt(map, point);
            if (!terminal) continue;
            const [left, top] = [terminal.x * scale + x, (terminal.y - REACH.above) * scale + y];
            const bottom = (terminal.y + REACH.box + REACH.below / 2) * scale + y;
            expect(left).withContext(`${from} ${to} at ${point}`).toBeGreaterThanOrEqual(15);
            expect(left)
              .withContext(point)
              .toBeLessThanOrEqual(window.width - 15);
            expect(top).withContext(point).toBeGreaterThanOrEqual(-1);
            expect(bottom)
              .withContext(point)
              .toBeLessThanOrEqual(window.height + 1);
          }
        }
      }
    }
  });

  it('shows all of a map that can be read whole, and the top of one that cannot', () => {
    const map = boardMap(DEMO_MODEL);
    expect(fitted(map, { width: 2000, height: 2000 }, []).scale).toBe(1);
    const small = fitted(map, { width: 380, height: 300 }, []);
    expect(small.scale).toBeGreaterThanOrEqual(READABLE);
    expect(small.y).toBe(0);
  });

  it('under a thumb no terminal is too small to hit, unless both points would not fit otherwise', () => {
    for (const context of EVERY) {
      const map = boardMap(context.model);
      const phone = { width: 366, height: 480 };
      expect(fitted(map, phone, [], TOUCHABLE).scale).toBeGreaterThanOrEqual(TOUCHABLE);
      for (const [from, to] of pairsOf(context)) {
        const { scale } = fitted(map, phone, [from, to], TOUCHABLE);
        const { scale: forEyes } = fitted(map, phone, [from, to]);
        expect(scale).withContext(`${from} ${to}`).toBeGreaterThanOrEqual(forEyes);
        const [a, b] = [terminalAt(map, from), terminalAt(map, to)];
        if (!a || !b || Math.abs(a.x - b.x) > 200 || Math.abs(a.y - b.y) > 200) continue;
        expect(scale).withContext(`${from} ${to}`).toBeGreaterThanOrEqual(TOUCHABLE);
      }
    }
  });

  it('keeps still while both points can be seen and read where it stands', () => {
    const map = boardMap(DEMO_MODEL);
    const window = { width: 460, height: 400 };
    const lit = ['CB.X1.3', 'CB.X1.4'];
    const placed = fitted(map, window, lit);
    expect(isInSight(map, window, placed, lit)).toBeTrue();
    expect(isInSight(map, window, placed, [])).toBeTrue();
    expect(isInSight(map, window, { ...placed, y: placed.y + 600 }, lit)).toBeFalse();
    expect(isInSight(map, window, { ...placed, scale: placed.scale / 3 }, lit)).toBeFalse();
    expect(isInSight(map, window, placed, ['K1.A1', 'CB.X1.8'])).toBeFalse();
  });

  it('goes from terminal to terminal by the arrow keys', () => {
    const map = boardMap(DEMO_MODEL);
    const three = terminalAt(map, 'CB.X1.3');
    if (!three) throw new Error('no terminal');
    expect(neighbour(map, three, 'right')?.address).toBe('CB.X1.4');
    expect(neighbour(map, three, 'left')?.address).toBe('CB.X1.2');
    expect(neighbour(map, three, 'up')).toBeUndefined();
    expect(neighbour(map, three, 'down')?.address).toMatch(/^LB/);
  });
});

describe('what is known of a terminal', () => {
  const opened = (...bodies: readonly EventBody[]): VisitDriver => {
    const driver = new VisitDriver(DEMO_CONTEXT).open();
    for (const body of bodies) driver.log(body);
    return driver;
  };

  it('has the colours of this unit, the drawing’s beside them where they differ', () => {
    const context = new VisitContext({ ...DEMO_CONTEXT, wireColours: { w14: 'grey' } });
    const { state } = opened({ type: 'wire-colour-noted', wire: 'w13', colour: 'pink' });
    expect(wireView(context, state, 'w14')).toEqual({ id: 'w14', colour: 'grey', instead: 'orange' });
    expect(wireView(context, state, 'w13')).toEqual({ id: 'w13', colour: 'pink', instead: 'red' });
    expect(wireView(context, state, 'w15')).toEqual({ id: 'w15', colour: 'orange' });
    expect(probeViews(context, state, { from: 'CB.X1.3@plug', to: 'CB.X1.10' })).toEqual([
      { probe: 'A', label: 'X1·3 (plug side)', wireColour: 'pink' },
      { probe: 'B', label: 'X1·10', wireColour: 'green' },
    ]);
  });

  it('has what was read there, the newest first, and never what was taken back', () => {
    const driver = new VisitDriver(DEMO_CONTEXT).toFuse();
    const readingsAt = (address: string) => readingsByTerminal(driver.state).get(address) ?? [];
    driver.read('0.3');
    const [last] = readingsAt('F1.1');
    expect(last?.other).toBe('F1.2');
    const map = boardMap(DEMO_MODEL);
    const fuse = terminalAt(map, 'F1.1');
    if (!fuse || !last) throw new Error('no reading');
    expect(terminalView(DEMO_CONTEXT, driver.state, fuse, 'A').last?.id).toBe(last.id);
    const before = terminalView(DEMO_CONTEXT, driver.state, fuse, 'A');
    expect(looksSame(before, terminalView(DEMO_CONTEXT, driver.state, fuse, 'A'))).toBeTrue();
    expect(looksSame(before, terminalView(DEMO_CONTEXT, driver.state, fuse, 'B'))).toBeFalse();
    driver.log({ type: 'retracted', event: last.id });
    expect(looksSame(before, terminalView(DEMO_CONTEXT, driver.state, fuse, 'A'))).toBeFalse();
    expect(readingsAt('F1.1')).toEqual([]);
  });

  it('paints two-coloured insulation in both', () => {
    expect(wirePaint('green-yellow')).toContain('linear-gradient');
    expect(wirePaint('')).toBe('transparent');
    expect(wireColours('green-yellow').length).toBe(2);
  });
});

describe('the map under a thumb', () => {
  const VISIT = new VisitDriver(DEMO_CONTEXT).open().state;
  const shown = (points = {}): Promise<Shown<BoardMapView>> =>
    Shown.of(BoardMapView, { context: DEMO_CONTEXT, visit: VISIT, points });
  const press = async (map: Shown<BoardMapView>, address: string): Promise<void> => {
    map.page.querySelector(`[data-terminal="${address}"]`)?.dispatchEvent(new MouseEvent('click', { bubbles: true }));
    await map.settle();
  };
  const key = async (map: Shown<BoardMapView>, name: string): Promise<void> => {
    map.page.querySelector('svg')?.dispatchEvent(new KeyboardEvent('keydown', { key: name, bubbles: true }));
    await map.settle();
  };

  it('lights the two points of the step, A and B, and says them', async () => {
    const map = await shown({ from: 'K1.A1', to: 'CB.X1.8' });
    const lit = [...map.page.querySelectorAll('[data-probe]')].map((each) => [
      each.getAttribute('data-terminal'),
      each.getAttribute('data-probe'),
    ]);
    expect(lit).toEqual(
      jasmine.arrayWithExactContents([
        ['K1.A1', 'A'],
        ['CB.X1.8', 'B'],
      ]),
    );
    expect(map.words).toContain('A on K1·A1, B on X1·8');
    expect(map.page.querySelector('[data-terminal="CB.X1.8"]')?.getAttribute('aria-label')).toContain(
      'Probe B. X1·8. 24 V AC return. Wire white',
    );
  });

  it('tells the leads apart where the sign matters, and leads nobody to what must not be measured', async () => {
    const map = await shown({ from: 'K1.A1', to: 'CB.X1.8', function: 'dc-voltage' });
    expect([...map.page.querySelectorAll('.probe-name')].map((each) => each.textContent?.trim())).toEqual(
      jasmine.arrayWithExactContents(['A+', 'B−']),
    );
    expect(map.words).toContain('A+ on K1·A1, B− on X1·8');
    await map.set('points', { from: 'K1.A1', to: 'CB.X1.8', function: 'ac-voltage' });
    expect(map.words).toContain('A on K1·A1, B on X1·8');
    const fuse = new VisitDriver(DEMO_CONTEXT).toFuse();
    expect(pointsFor(askedReading(DEMO_CONTEXT, fuse.state)).from).toBe('F1.1');
    fuse.log({ type: 'supply-changed', supply: 'control', state: 'on' });
    expect(pointsFor(askedReading(DEMO_CONTEXT, fuse.state))).toEqual({});
  });

  it('takes two points for a reading by two taps, and the first one back', async () => {
    const map = await shown();
    const pairs: unknown[] = [];
    map.fixture.componentInstance.paired.subscribe((pair) => pairs.push(pair));
    await press(map, 'CB.X1.3');
    expect(map.words).toContain('A on X1·3: tap where B goes');
    await press(map, 'CB.X1.3');
    expect(pairs).toEqual([]);
    await press(map, 'CB.X1.3');
    await press(map, 'K1.A1');
    expect(pairs).toEqual([{ from: 'CB.X1.3', to: 'K1.A1' }]);
  });

  it('does the same by arrow keys and Enter, and leaves other keys alone', async () => {
    const map = await shown({ from: 'CB.X1.3' });
    const pairs: unknown[] = [];
    map.fixture.componentInstance.paired.subscribe((pair) => pairs.push(pair));
    for (const name of ['Enter', 'ArrowRight', 'ArrowRight', 'Enter']) await key(map, name);
    expect(pairs).toEqual([{ from: 'CB.X1.3', to: 'CB.X1.5' }]);
    await key(map, 'Enter');
    await key(map, 'Escape');
    expect(map.words).not.toContain('tap where B goes');
  });

  it('reads as a list as well', async () => {
    const map = await shown({ from: 'CB.X1.3', to: 'CB.X1.4' });
    await map.press('List');
    const line = map.page.querySelector('jx-terminal-list [data-terminal="CB.X1.4"]');
    expect(line?.textContent?.replace(/\s+/g, ' ')).toMatch(/B X1·4 back from the float switch +orange/);
  });

  it('notes a wire of another colour without standing in anybody’s way', async () => {
    const map = boardMap(DEMO_MODEL);
    const terminal = terminalAt(map, 'CB.X1.4');
    if (!terminal) throw new Error('no terminal');
    const view = terminalView(DEMO_CONTEXT, VISIT, terminal, undefined);
    const card = await Shown.of(TerminalCard, { context: DEMO_CONTEXT, visit: VISIT, terminal: view });
    const bodies: EventBody[] = [];
    card.fixture.componentInstance.recorded.subscribe((body) => bodies.push(body));
    await card.press('Another colour here');
    await card.press('grey');
    expect(bodies).toEqual([{ type: 'wire-colour-noted', wire: 'w14', colour: 'grey' }]);
  });

  it('shows a phone the two terminals with their neighbours, in words as well', async () => {
    const near = await Shown.of(PointMap, {
      context: DEMO_CONTEXT,
      visit: VISIT,
      points: { from: 'CB.X1.3', to: 'CB.X1.4' },
    });
    expect(near.page.querySelector('svg')?.getAttribute('aria-label')).toBe('A on X1·3, red; B on X1·4, orange');
    expect([...near.page.querySelectorAll('[data-terminal]')].length).toBe(4);
    await near.set('points', { from: 'K1.A1', to: 'CB.X1.8' });
    expect([...near.page.querySelectorAll('[data-probe]')].length).toBe(2);
    await near.set('points', { from: 'somewhere', to: 'else' });
    expect(near.page.querySelector('svg')).toBeNull();
  });
});
