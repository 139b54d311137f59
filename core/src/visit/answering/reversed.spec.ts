import { FAN_CONTEXT } from '../../testing/traps';
import { VisitDriver } from '../../testing/demo';
import { undecidedHere } from '../standing';
import { currentStep } from '../walking';
import { answerStep } from '.';

/** The demo's fan inverter at one of its steps, with its supply on or locked. */
function at(step: string, mains: 'on' | 'locked'): VisitDriver {
  const driver = new VisitDriver(FAN_CONTEXT);
  const procedure = Object.values(FAN_CONTEXT.procedures)[0];
  driver.log({ type: 'visit-opened', unit: 'fan-south', complaint: '', meter: 'hand-6000' });
  driver.log({ type: 'procedure-started', procedure: procedure?.id ?? '', start: procedure?.start ?? '' });
  driver.log({ type: 'supply-changed', supply: 'mains', state: 'on' });
  if (mains === 'locked') driver.log({ type: 'supply-changed', supply: 'mains', state: 'locked' });
  driver.log({ type: 'step-jumped', to: step });
  return driver;
}

describe('a bus read with the probes turned', () => {
  it('does not go on to the proof of dead while it is charged', () => {
    const driver = at('bus-wait', 'locked');
    const there = driver.state.step;
    for (const text of ['-320', '-60']) {
      const read = driver.read(text);
      expect(read.type === 'reading-taken' && read.judgement.verdict).not.toBe('within');
      const step = FAN_CONTEXT.procedures[driver.state.procedure ?? '']?.steps[there ?? ''];
      expect(driver.state.step).not.toBe((step as { branches: Record<string, string> }).branches['within']);
      if (driver.state.step !== there) driver.log({ type: 'step-jumped', to: there ?? '' });
    }
  });

  it('stays at its step and accuses nothing, until the probes are turned or said to sit right', () => {
    const driver = at('bus', 'on');
    const there = driver.state.step;
    driver.read('-324');
    expect(driver.state.step).toBe(there);
    const step = currentStep(FAN_CONTEXT, driver.state);
    const here = step?.kind === 'measurement' ? undecidedHere(FAN_CONTEXT, driver.state, step) : undefined;
    expect(here?.verdict).toBe('reversed');
    expect(here?.waysToDecide).toEqual(['turn the probes and read again']);
    expect(here?.choices.map(({ verdict }) => verdict)).toEqual(['low']);
    const taken = answerStep(FAN_CONTEXT, driver.state, { kind: 'accepted', verdict: 'low' });
    expect(taken.outcome === 'event' && taken.body.type).toBe('undecided-accepted');
    driver.read('324');
    expect(driver.state.step).not.toBe(there);
  });
});
