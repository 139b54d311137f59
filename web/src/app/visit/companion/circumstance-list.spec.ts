import { circumstanceWords, type EventBody } from '@juxtameter/core';
import { DEMO_CONTEXT, VisitDriver } from '../../../../../core/src/testing/demo';
import { Shown } from '../../../testing/shown';
import { CircumstanceList } from './circumstance-list';
import { UndrawnState } from './undrawn-state';

describe('how it is read', () => {
  const shownFor = async (driver: VisitDriver): Promise<[Shown<CircumstanceList>, EventBody[]]> => {
    const shown = await Shown.of(CircumstanceList, { context: DEMO_CONTEXT, visit: driver.state });
    const bodies: EventBody[] = [];
    shown.fixture.componentInstance.recorded.subscribe((body) => bodies.push(body));
    return [shown, bodies];
  };

  it('is folded away while all of it is usual, and takes one tap', async () => {
    const driver = new VisitDriver().open();
    const [shown, bodies] = await shownFor(driver);
    expect([...shown.page.querySelectorAll('details')].some(({ open }) => open)).toBeFalse();
    await shown.press('from the bench');
    expect(bodies).toEqual([{ type: 'condition-noted', group: 'circumstances', item: 'feed', state: 'bench' }]);
    bodies.forEach((body) => driver.log(body));
    await shown.set('visit', driver.state);
    expect([...shown.page.querySelectorAll('details')].filter(({ open }) => open).length).toBe(1);
    expect(shown.words).toContain('isolating transformer or series lamp, one hand');
    expect(shown.words).toContain(circumstanceWords('feed', 'bench'));
  });

  it('takes words where no state is known, and takes them back', async () => {
    const driver = new VisitDriver().open();
    const [shown, bodies] = await shownFor(driver);
    await shown.type('[data-circumstance="helper"] input', 'Alder holds the probes');
    await shown.submit('[data-circumstance="helper"] form');
    expect(bodies.at(-1)).toEqual(jasmine.objectContaining({ item: 'helper', state: 'Alder holds the probes' }));
    bodies.forEach((body) => driver.log(body));
    await shown.set('visit', driver.state);
    await shown.press('Alder holds the probes');
    expect(bodies.at(-1)).toEqual(jasmine.objectContaining({ item: 'helper', state: 'usual' }));
  });
});

describe('a machine nobody has drawn', () => {
  it('has its calls, plugs and covers named at the machine', async () => {
    const shown = await Shown.of(UndrawnState, {});
    const bodies: EventBody[] = [];
    shown.fixture.componentInstance.recorded.subscribe((body) => bodies.push(body));
    for (const [name, text] of [
      ['call', 'Heat, stage 1'],
      ['plug', 'X3'],
      ['cover', 'front panel'],
    ] as const) {
      await shown.type(`input[name="${name}"]`, text);
      await shown.submit(`form:has(input[name="${name}"])`);
    }
    expect(bodies).toEqual([
      { type: 'call-changed', call: 'heat-stage-1', state: 'on' },
      { type: 'connector-changed', connector: 'x3', state: 'out' },
      { type: 'condition-noted', group: 'covers', item: 'front-panel', state: 'off' },
    ]);
  });
});
