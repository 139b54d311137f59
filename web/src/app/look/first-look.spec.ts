import type { SignNoted } from '@juxtameter/core';
import { BURNER_CONTEXT } from '../../../../core/src/testing/burner';
import { VisitDriver } from '../../../../core/src/testing/demo';
import { Shown } from '../../testing/shown';
import { FirstLook } from './first-look';

describe('the first look', () => {
  it('asks what there is and what is at work, and keeps the order', async () => {
    const driver = new VisitDriver(BURNER_CONTEXT);
    driver.log({ type: 'visit-opened', unit: 'u', complaint: '' });
    const shown = await Shown.of(FirstLook, { context: BURNER_CONTEXT, visit: driver.state });
    shown.fixture.componentInstance.noted.subscribe((sign: SignNoted) => driver.log(sign));
    const tap = async (label: string): Promise<void> => {
      shown.page.querySelector<HTMLButtonElement>(`button[aria-label="${label}"]`)?.click();
      await shown.set('visit', driver.state);
    };
    await tap('Is there supply? yes');
    await tap('Glow igniter IG1 at work? yes');
    await tap('Combustion fan FM1 at work? yes');
    await tap('Gas valve GV1 at work? no');
    expect(shown.words).toContain('4 of 5 said');
    expect(shown.button('1st').getAttribute('aria-label')).toContain('IG1');
    expect(shown.button('2nd').getAttribute('aria-label')).toContain('FM1');
    const said = driver.events.filter(({ type }) => type === 'sign-noted') as unknown as SignNoted[];
    expect(said.map(({ isThere }) => isThere)).toEqual([true, true, true, false]);
  });
});
