import { BENCH_CONTEXT, BENCH_EVENTS, FAN_CONTEXT } from '../../testing/traps';
import { DEMO_CONTEXT, VisitDriver } from '../../testing/demo';
import {
  askedReading,
  enterFreeReading,
  enterReading,
  meterRefusal,
  monitorOutcome,
  monitorsOf,
  replay,
  type EventBody,
  type VisitContext,
} from '..';

function opened(context: VisitContext, meter = 'hand-6000'): VisitDriver {
  const driver = new VisitDriver(context);
  driver.log({ type: 'visit-opened', unit: 'x', complaint: '', meter });
  driver.log({ type: 'leads-zeroed', text: '0.2', ohms: 0.2 });
  return driver;
}

function atStep(context: VisitContext, step: string, ...before: readonly EventBody[]): VisitDriver {
  const driver = opened(context);
  const [procedure = ''] = Object.keys(context.procedures);
  driver.log({ type: 'procedure-started', procedure, start: step });
  for (const body of before) driver.log(body);
  return driver;
}

const LIVE: EventBody = { type: 'supply-changed', supply: 'mains', state: 'on' };

describe('a set at a step', () => {
  it('asks for one part after the other and moves on with the last', () => {
    const driver = atStep(BENCH_CONTEXT, 'matrix', LIVE);
    const slots: unknown[] = [];
    for (const text of ['119.2', '120.1', '239.0', '0.4']) {
      slots.push(askedReading(BENCH_CONTEXT, driver.state)?.slot?.id);
      driver.read(text);
    }
    expect(slots).toEqual(['L1-N', 'L2-N', 'L1-L2', 'N-E']);
    expect(driver.state.step).toBe('rail');
    expect(driver.state.outcomes['matrix']?.outcome).toBe('within');
  });

  it('names both poles on one leg, which no reading to neutral shows', () => {
    const driver = atStep(BENCH_CONTEXT, 'matrix', LIVE);
    for (const text of ['119.2', '119.3', '0.3', '0.4']) driver.read(text);
    expect(driver.state.outcomes['matrix']?.outcome).toBe('one-leg');
    expect(driver.state.step).toBe('supply-one-leg');
  });

  it('asks for the last part again when it is taken back', () => {
    const driver = atStep(BENCH_CONTEXT, 'matrix', LIVE);
    driver.read('119.2');
    driver.read('120.1');
    driver.read('239.0');
    const last = driver.read('44');
    expect(driver.state.step).not.toBe('matrix');
    driver.log({ type: 'retracted', event: last.id });
    expect(driver.state.step).toBe('matrix');
    expect(askedReading(BENCH_CONTEXT, driver.state)?.slot).toEqual(jasmine.objectContaining({ id: 'N-E', number: 4 }));
  });

  it('begins anew when the whole could not be decided', () => {
    const driver = atStep(FAN_CONTEXT, 'windings', { type: 'connector-changed', connector: 'IV.X3', state: 'out' });
    driver.state = {
      ...driver.state,
      conditions: { ...driver.state.conditions, supplies: { mains: 'proven-dead', bus: 'proven-dead' } },
    };
    const read = (text: string): void => {
      const entered = enterReading(FAN_CONTEXT, driver.state, { text });
      if (entered.outcome === 'event') driver.log(entered.body);
    };
    for (const text of ['13.2', '13.9', '13.2']) read(text);
    expect(askedReading(FAN_CONTEXT, driver.state)?.slot?.id ?? driver.state.step).not.toBe('W-U');
  });
});

describe('conditions of a reading', () => {
  it('are timed from the event that counts', () => {
    // The chart says itself that the mains are on when it begins.
    const driver = atStep(FAN_CONTEXT, 'run-call', { type: 'call-changed', call: 'run', state: 'on' });
    const on = Date.parse(driver.events.find(({ type }) => type === 'procedure-started')?.at ?? '');
    const at = (seconds: number): string => new Date(on + seconds * 1000).toISOString();
    expect(askedReading(FAN_CONTEXT, driver.state, undefined, at(10))?.unmet[0]?.words).toMatch(/^20\s*s to go/);
    expect(askedReading(FAN_CONTEXT, driver.state, undefined, at(40))?.unmet).toEqual([]);
    expect(askedReading(FAN_CONTEXT, driver.state)?.unmet).toEqual([]);
  });

  it('let go of a pressed part on the way to the next step', () => {
    const driver = atStep(BENCH_CONTEXT, 'cells', {
      type: 'condition-noted',
      group: 'press',
      item: 'BD1',
      state: 'pressed',
    });
    expect(askedReading(BENCH_CONTEXT, driver.state)?.unmet).toEqual([]);
    driver.read('2.95');
    expect(driver.state.step).toBe('knob');
    expect(driver.state.conditions.press).toBeUndefined();
  });

  it('keep a visit open while an interlock is held', () => {
    const driver = opened(BENCH_CONTEXT);
    const held = driver.log({ type: 'condition-noted', group: 'interlocks', item: 'LS1', state: 'held' });
    driver.log({ type: 'visit-closed' });
    expect(driver.state.closed).toBeFalse();
    // Taken back, it still counts as held until somebody has let it go.
    driver.log({ type: 'retracted', event: held.id });
    driver.log({ type: 'visit-closed' });
    expect(driver.state.closed).toBeFalse();
    driver.log({ type: 'condition-noted', group: 'interlocks', item: 'LS1', state: 'free' });
    driver.log({ type: 'visit-closed' });
    expect(driver.state.closed).toBeTrue();
  });
});

describe('the meter', () => {
  const about = { function: 'ac-voltage', from: 'Q1.2', to: 'Q1.4', of: 230 } as const;
  const [pocket, hand] = [DEMO_CONTEXT.meters['pocket-2000'], DEMO_CONTEXT.meters['hand-6000']];

  it('is refused over its category before a probe touches anything', () => {
    const state = opened(FAN_CONTEXT).state;
    expect(meterRefusal(FAN_CONTEXT.wiring, state, pocket, about)).toContain('built for CAT II 300 V');
    expect(meterRefusal(FAN_CONTEXT.wiring, state, hand, about)).toBeUndefined();
    expect(meterRefusal(FAN_CONTEXT.wiring, state, hand, { ...about, of: 700 })).toContain('CAT III 600 V');
  });

  it('never reads amps across a supply', () => {
    const state = opened(FAN_CONTEXT).state;
    expect(meterRefusal(FAN_CONTEXT.wiring, state, hand, { ...about, function: 'ac-current' })).toContain(
      'would short it',
    );
    const inSeries = { function: 'ac-current', from: 'F1.1', to: 'F1.2' } as const;
    expect(meterRefusal(FAN_CONTEXT.wiring, state, hand, inSeries)).toBeUndefined();
  });

  it('keeps what was typed and says which meter it takes', () => {
    const driver = opened(FAN_CONTEXT, 'pocket-2000');
    driver.log(LIVE);
    const line = { function: 'ac-voltage', from: 'Q1.2', to: 'Q1.4', expects: '230 V ±10 %', text: '231' } as const;
    const entered = enterFreeReading(FAN_CONTEXT, driver.state, line);
    expect(entered).toEqual(jasmine.objectContaining({ outcome: 'error', accepted: ['another meter'] }));
  });

  it('takes its zeroed leads with it', () => {
    const driver = opened(FAN_CONTEXT);
    expect(driver.state.leadZero).toBe(0.2);
    driver.log({ type: 'meter-changed', meter: 'insul-500' });
    expect(driver.state.meter).toBe('insul-500');
    expect(driver.state.leadZero).toBeUndefined();
  });

  it('tells a stray voltage from a load in series by what an open lead could show', () => {
    const partial = BENCH_EVENTS.find((event) => event.type === 'reading-taken' && event.text === '14.3');
    if (partial?.type !== 'reading-taken') throw new Error('no partial reading');
    expect(partial.judgement.sentence).toContain('An open lead of 5 m beside 240 V may show');
    expect(partial.judgement.waysToDecide?.[0]).toContain('low-impedance mode');
  });

  it('has no stray voltage between points that are held, and leaves the burden with alive where nothing should be', () => {
    const volts = (expects: string, on: boolean) => {
      const driver = opened(BENCH_CONTEXT);
      if (on) driver.log({ type: 'supply-changed', supply: 'mains', state: 'on' });
      const asked = { function: 'ac-voltage', from: 'Q1.2', to: 'PE.1', text: '30', expects } as const;
      const entered = enterFreeReading(BENCH_CONTEXT, driver.state, asked);
      if (entered.outcome !== 'event' || entered.body.type !== 'reading-taken')
        throw new Error(JSON.stringify(entered));
      return entered.body.judgement;
    };
    expect(volts('present 120 V', true).notes).toEqual(['series-load']);
    expect(volts('present 120 V', true).sentence).toContain('held by the supply or the earth');
    expect(volts('present 120 V', false).notes).toEqual(['stray-voltage']);
    expect(volts('present 120 V', false).sentence).toContain('Stray, until a load says otherwise.');
    expect(volts('zero of 120 V', false).sentence).toContain('It counts as alive until low-impedance mode or a load');
    expect(volts('zero of 120 V', true).notes).toEqual(['series-load']);
  });
});

describe('a long watch', () => {
  function watched(): VisitDriver {
    const driver = opened(BENCH_CONTEXT);
    driver.log({
      type: 'monitor-started',
      function: 'ac-voltage',
      from: 'HB.X2.1',
      to: 'HB.X2.2',
      expects: '240 V ±10 %',
    });
    return driver;
  }
  const sample = (driver: VisitDriver, monitor: string, text: string): void => {
    const value = Number(text);
    driver.log({
      type: 'monitor-sampled',
      monitor,
      text,
      reading: { kind: 'value', quantity: { value, unit: 'V', exponent: -1 } },
    });
  };

  it('keeps lowest, highest, drop-outs and what they hang together with', () => {
    const driver = watched();
    const id = driver.events.at(-1)?.id ?? '';
    sample(driver, id, '239.0');
    driver.log({ type: 'monitor-marked', monitor: id, mark: 'flexed', item: 'HB' });
    driver.log({ type: 'monitor-marked', monitor: id, mark: 'out' });
    driver.log({ type: 'monitor-marked', monitor: id, mark: 'back' });
    driver.log({ type: 'monitor-marked', monitor: id, mark: 'released' });
    sample(driver, id, '241.5');
    sample(driver, id, '3.0');
    sample(driver, id, '240.0');
    driver.log({ type: 'monitor-ended', monitor: id });
    const [monitor] = monitorsOf(BENCH_CONTEXT, driver.state);
    if (!monitor) throw new Error('no watch');
    const outcome = monitorOutcome(BENCH_CONTEXT, monitor);
    expect([outcome.low, outcome.high]).toEqual([3, 241.5]);
    expect(outcome.dropOuts.map(({ under }) => under)).toEqual(['Heat bench board HB flexed', undefined]);
    expect(outcome.words[0]).toContain('Dropped out 2 times');
    expect(outcome.words[0]).toContain('1 left alone');
    expect(outcome.reading).toEqual(jasmine.objectContaining({ kind: 'span', dropOuts: 2 }));
    expect(outcome.judgement?.verdict).toBe('unsteady');
  });

  it('says a contact where pressing brings it back', () => {
    const driver = watched();
    const id = driver.events.at(-1)?.id ?? '';
    sample(driver, id, '0.5');
    const press = driver.log({ type: 'monitor-marked', monitor: id, mark: 'pressed', item: 'HB:leg-1b' });
    driver.log({ type: 'monitor-marked', monitor: id, mark: 'back' }, { monotonic: press.monotonic + 1000 });
    const [monitor] = monitorsOf(BENCH_CONTEXT, driver.state);
    const words = monitor ? monitorOutcome(BENCH_CONTEXT, monitor).words.join(' ') : '';
    expect(words).toContain('Came back once of 1 with Heat bench board HB, mat 1, leg B relay pressed');
    expect(words).toContain('a contact or a joint there');
  });

  /** A watch with samples and marks at given seconds. */
  function watch(...notes: readonly (readonly [number, string])[]) {
    const driver = opened(BENCH_CONTEXT);
    driver.log({ type: 'supply-changed', supply: 'mains', state: 'on' });
    const at = (seconds: number) => ({ monotonic: 9e6 + seconds * 1000 });
    const body = { function: 'ac-voltage', from: 'HB.X2.1', to: 'HB.X2.2', expects: '240 V ±10 %' } as const;
    const id = driver.log({ type: 'monitor-started', ...body }, at(0)).id;
    for (const [seconds, note] of notes) {
      const volts = Number(note);
      const quantity = (value: number) => ({ value, unit: 'V', exponent: 0 }) as const;
      if (note === 'off' || note === 'on')
        driver.log({ type: 'supply-changed', supply: 'mains', state: note === 'on' ? 'on' : 'off' }, at(seconds));
      else if (note === 'end') driver.log({ type: 'monitor-ended', monitor: id }, at(seconds));
      else if (note === 'swings')
        driver.log(
          {
            type: 'monitor-sampled',
            monitor: id,
            text: '232..246',
            reading: { kind: 'swing', low: quantity(232), high: quantity(246) },
          },
          at(seconds),
        );
      else if (Number.isNaN(volts))
        driver.log({ type: 'monitor-marked', monitor: id, mark: note as 'pressed', item: 'HB' }, at(seconds));
      else
        driver.log(
          { type: 'monitor-sampled', monitor: id, text: note, reading: { kind: 'value', quantity: quantity(volts) } },
          at(seconds),
        );
    }
    const [monitor] = monitorsOf(BENCH_CONTEXT, driver.state);
    if (!monitor) throw new Error('no watch');
    return monitorOutcome(BENCH_CONTEXT, monitor);
  }

  it('lasts as long as somebody looked, and no longer', () => {
    const once = watch([5, '240'], [3600, 'end']);
    expect(once.covered).toBe(60);
    expect(once.reading?.lasted.value).toBe(60);
    expect(once.words[0]?.replaceAll('\u00a0', ' ')).toBe('No drop-out in 60 s that were looked at, of 3600 s.');
    const minutes = Array.from({ length: 60 }, (_each, minute) => [minute * 60 + 1, '240'] as const);
    expect(watch(...minutes, [3600, 'end']).covered).toBe(3599);
  });

  it('takes what moves inside its band for no drop-out, nor what was switched off', () => {
    expect(watch([5, '240'], [20, 'swings'], [30, '241'], [40, 'end']).dropOuts).toEqual([]);
    const off = watch([5, '240'], [10, 'off'], [12, '0'], [20, 'on'], [22, '240'], [30, 'end']);
    expect(off.dropOuts).toEqual([]);
    expect(off.low).toBe(240);
    expect(off.covered).toBe(5 + 8);
    // What is missing while nothing was switched off has dropped out, and the lowest is kept.
    const out = watch([5, '240'], [12, '180'], [15, '0'], [20, '239'], [30, 'end']);
    expect(out.dropOuts.map(({ from, to }) => [from, to])).toEqual([[12, 20]]);
    expect(out.reading?.low.value).toBe(0);
  });

  it('finds a contact only where pressing brings it back more often than chance does', () => {
    // Ten drop-outs of ten seconds, pressed each time somewhere: four returns fall into the five seconds after it.
    const round = (index: number, pressed: number, back: number): readonly (readonly [number, string])[] => [
      [index * 30 + 1, '0'],
      [index * 30 + 1 + pressed, 'pressed'],
      [index * 30 + 1 + back, '240'],
      [index * 30 + 20, 'released'],
    ];
    const four = Array.from({ length: 10 }, (_each, index) => round(index, index < 4 ? 6 : 2, 10)).flat();
    const chance = Object.values(watch([0.5, '240'], ...four, [400, 'end']).cameBack)[0];
    expect([chance?.times, chance?.of, chance?.isTelling]).toEqual([4, 10, false]);
    const each = Array.from({ length: 10 }, (_each, index) => round(index, 9, 10)).flat();
    const told = watch([0.5, '240'], ...each, [400, 'end']);
    const telling = Object.values(told.cameBack)[0];
    expect([telling?.times, telling?.of, telling?.isTelling]).toEqual([10, 10, true]);
    expect(told.words.join(' ')).toContain(
      'Came back 10 times of 10 with Heat bench board HB pressed, by chance 1 would',
    );
  });

  it('is no reading before a figure was read', () => {
    const driver = watched();
    const [monitor] = monitorsOf(BENCH_CONTEXT, driver.state);
    expect(monitor && monitorOutcome(BENCH_CONTEXT, monitor).reading).toBeUndefined();
  });
});

it('the demo visit of the bench replays to its finding', () => {
  const state = replay(BENCH_CONTEXT, BENCH_EVENTS);
  expect(state.findings.map(({ item }) => item)).toEqual(['HB:leg-1b']);
});
