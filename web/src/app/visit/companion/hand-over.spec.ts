import type { EventBody } from '@juxtameter/core';
import { DEMO_CONTEXT, VisitDriver } from '../../../../../core/src/testing/demo';
import { Shown } from '../../../testing/shown';
import { HandOver } from './hand-over';
import { StatePane } from './state-pane';

describe('a visit that somebody else goes on with', () => {
  it('is handed over with every alteration by name, and to somebody', async () => {
    const driver = new VisitDriver(DEMO_CONTEXT).open();
    driver.log({ type: 'condition-noted', group: 'parts', item: 'CB', state: 'out-of-service' });
    const shown = await Shown.of(HandOver, { context: DEMO_CONTEXT, visit: driver.state });
    const bodies: EventBody[] = [];
    shown.fixture.componentInstance.recorded.subscribe((body) => bodies.push(body));
    expect(shown.page.querySelector('li')?.textContent).toContain('Out of service: ');
    await shown.type('input[name=to]', '   ');
    await shown.submit();
    expect(bodies).toEqual([]);
    await shown.type('input[name=to]', ' Moss ');
    await shown.submit();
    expect(bodies).toEqual([
      { type: 'handed-over', to: 'Moss', altered: [jasmine.stringContaining('Out of service') as unknown as string] },
    ]);
  });

  it('has parts put out of service and back in the pane of what is set up', async () => {
    const driver = new VisitDriver(DEMO_CONTEXT).open();
    const shown = await Shown.of(StatePane, { context: DEMO_CONTEXT, visit: driver.state });
    const bodies: EventBody[] = [];
    shown.fixture.componentInstance.recorded.subscribe((body) => bodies.push(body));
    const select = shown.page.querySelector<HTMLSelectElement>('select[aria-label="Which part"]');
    if (!select) throw new Error('No list of parts.');
    select.value = 'FS1';
    select.dispatchEvent(new Event('change'));
    await shown.settle();
    await shown.press('It is out of service');
    const [out] = bodies;
    expect(out).toEqual({ type: 'condition-noted', group: 'parts', item: 'FS1', state: 'out-of-service' });
    if (out) driver.log(out);
    await shown.set('visit', driver.state);
    await shown.press('in service again');
    expect(bodies.at(-1)).toEqual({ type: 'condition-noted', group: 'parts', item: 'FS1', state: 'in-service' });
  });
});
