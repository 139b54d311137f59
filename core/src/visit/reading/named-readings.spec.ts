import { DEMO_CONTEXT, VisitDriver } from '../../testing/demo';
import { BENCH_CONTEXT } from '../../testing/traps';
import { enterFreeReading, type FreeReading } from '..';

/** A visit with readings beside any chart. */
class Beside {
  readonly driver = new VisitDriver(DEMO_CONTEXT);

  constructor() {
    this.driver.log({ type: 'visit-opened', unit: 'x', complaint: '', meter: 'hand-6000' });
    for (const supply of ['mains', 'control']) this.driver.log({ type: 'supply-changed', supply, state: 'on' });
  }

  read(text: string, expects: string, line: Partial<FreeReading> = {}): { verdict: string; sentence: string } {
    const entered = enterFreeReading(this.driver.context, this.driver.state, {
      function: 'ac-voltage',
      from: 'L1',
      to: 'N',
      ...line,
      expects,
      text,
    });
    if (entered.outcome !== 'event' || entered.body.type !== 'reading-taken') throw new Error(JSON.stringify(entered));
    this.driver.log(entered.body);
    return entered.body.judgement;
  }
}

describe('a reading compared with an earlier one', () => {
  it('takes the last free one of its kind, or the one before, and passes over other kinds', () => {
    const visit = new Beside();
    visit.read('119.8', '');
    visit.read('21.4', '', { function: 'temperature' });
    expect(visit.read('119.1', 'same as last ±2 %').verdict).toBe('within');
    expect(visit.read('60', 'same as last ±2 %').verdict).toBe('low');
    expect(visit.read('119.5', 'same as last-2 ±2 %').verdict).toBe('within');
  });

  it('is not judged where nothing of that name was read, nor after it was taken back', () => {
    const visit = new Beside();
    expect(visit.read('119.1', 'same as last ±2 %').verdict).toBe('unjudged');
    const [only] = visit.driver.state.trail.slice(-1);
    visit.driver.log({ type: 'retracted', event: only?.event.id ?? '' });
    expect(visit.read('119.1', 'same as last ±2 %').verdict).toBe('unjudged');
  });
});

describe('a temperature of the intake', () => {
  const sensorAt = (grade: 'reported' | 'assumed', outside: number, ohms: string) => {
    const driver = new VisitDriver(BENCH_CONTEXT);
    driver.log({ type: 'visit-opened', unit: 'x', complaint: '', meter: 'hand-6000' });
    driver.log({ type: 'intake-recorded', topic: 'weather', text: 'clear', temperatures: { outside }, grade });
    driver.state = {
      ...driver.state,
      conditions: { supplies: Object.fromEntries(BENCH_CONTEXT.model.supplies.map(({ id }) => [id, 'proven-dead'])) },
    };
    const entered = enterFreeReading(driver.context, driver.state, {
      function: 'resistance',
      from: 'a',
      to: 'b',
      expects: 'Pt1000 ±10 °C at outside',
      text: ohms,
    });
    if (entered.outcome !== 'event' || entered.body.type !== 'reading-taken') throw new Error(JSON.stringify(entered));
    return entered.body.judgement;
  };

  // IEC 60751: a platinum sensor of 1000 Ω at 0 °C has 1194.0 Ω at 50 °C and 1000 Ω at 0 °C.
  it('stands in for a thermometer, with a wide interval', () => {
    expect(sensorAt('reported', 0, '1001').verdict).toBe('within');
    expect(sensorAt('reported', 0, '1194').verdict).toBe('high');
  });

  it('passes nothing where it was only guessed, and accuses all the same', () => {
    expect(sensorAt('assumed', 0, '1001').verdict).toBe('unjudged');
    expect(sensorAt('assumed', 0, '1500').verdict).toBe('high');
  });
});
