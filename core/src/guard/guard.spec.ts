import { BENCH_CONTEXT, BENCH_EVENTS, FAN_CONTEXT, FAN_EVENTS } from '../testing/traps';
import { envelope, VisitDriver } from '../testing/demo';
import {
  enterFreeReading,
  enterReading,
  replay,
  type EventBody,
  type EventOf,
  type VisitContext,
  type VisitEvent,
} from '../visit';
import { guardsBeforeFinding, guardsOfReading, type GuardId } from './index';

/** The traps of a recorded reading as they stood when it was taken. */
function trapsAt(context: VisitContext, events: readonly VisitEvent[], step: string, text: string): readonly GuardId[] {
  const index = events.findIndex(
    (event) => event.type === 'reading-taken' && event.step === step && event.text === text,
  );
  const event = events[index];
  if (event?.type !== 'reading-taken') throw new Error(`no reading ${text} at ${step}`);
  const state = replay(context, events.slice(0, index + 1));
  return guardsOfReading(context, state, event as EventOf<'reading-taken'>).map(({ id }) => id);
}

function lastTraps(
  context: VisitContext,
  events: readonly VisitEvent[],
  step: string,
  part: string,
): readonly (readonly GuardId[])[] {
  return events.flatMap((event, index) => {
    if (event.type !== 'reading-taken' || event.step !== step || event.part !== part) return [];
    const state = replay(context, events.slice(0, index + 1));
    return [guardsOfReading(context, state, event as EventOf<'reading-taken'>).map(({ id }) => id)];
  });
}

const bench = (step: string, text: string): readonly GuardId[] => trapsAt(BENCH_CONTEXT, BENCH_EVENTS, step, text);
const fan = (step: string, text: string): readonly GuardId[] => trapsAt(FAN_CONTEXT, FAN_EVENTS, step, text);

describe('the demo visits walk into every trap and are saved from it by name', () => {
  it('a blown fuse has a short behind it', () => {
    expect(fan('fuse', 'OL')).toContain('find-the-short');
    expect(bench('fuse', '0.3')).not.toContain('find-the-short');
  });

  it('alike windings are not yet the right ones, and not yet insulated', () => {
    const [wrong, unknown, right] = lastTraps(FAN_CONTEXT, FAN_EVENTS, 'windings', 'W-U');
    expect(wrong).toContain('alike-and-wrong');
    expect(unknown).toContain('variant-unknown');
    expect(right).toEqual([]);
    const before = FAN_EVENTS.findIndex(({ type }) => type === 'meter-changed');
    const state = replay(FAN_CONTEXT, FAN_EVENTS.slice(0, before));
    const named = guardsBeforeFinding(FAN_CONTEXT, state, { item: 'IV:bridge' }, '2026-11-21T08:30:00.000Z');
    expect(named.map(({ id }) => id)).toContain('ohms-are-not-insulation');
    const whole = replay(FAN_CONTEXT, FAN_EVENTS);
    const after = guardsBeforeFinding(FAN_CONTEXT, whole, { item: 'M1' }, '2026-11-21T08:30:00.000Z');
    expect(after.map(({ id }) => id)).not.toContain('ohms-are-not-insulation');
  });

  it('a sensor passes at its temperature only, and never by a guess', () => {
    const sensor = BENCH_EVENTS.filter((event) => event.type === 'reading-taken' && event.step === 'sensor');
    const notes = sensor.map((event) => (event.type === 'reading-taken' ? event.judgement.notes?.[0] : undefined));
    expect(notes).toEqual(['guessed-reference', 'this-point-only']);
  });

  it('a few volts are stray, a live rail is alive and no more, and a display proves nothing of its cells', () => {
    expect(bench('across', '14.3')).toContain('stray-voltage');
    expect(bench('leg-b', '9.8')).toContain('stray-voltage');
    expect(bench('rail', '5.03')).toContain('proves-no-more');
    const state = replay(BENCH_CONTEXT, BENCH_EVENTS.slice(0, -1));
    const named = guardsBeforeFinding(BENCH_CONTEXT, state, { item: 'HB:leg-1b' }, '2026-11-20T10:30:00.000Z');
    const words = named.map((guard) => guard.words).join(' ');
    expect(words).toContain('The display runs on its own cells');
    expect(words).toContain('The lamp shows the command, not the contact.');
    expect(words).toContain('The regulator is alive, no more');
  });

  it('what comes and goes is watched longer', () => {
    const state = replay(BENCH_CONTEXT, BENCH_EVENTS.slice(0, -1));
    const named = guardsBeforeFinding(BENCH_CONTEXT, state, { item: 'HB:leg-1b' }, '2026-11-20T10:30:00.000Z');
    expect(named.map(({ id }) => id)).toContain('intermittent');
  });

  it('nothing with no expected value passes, and nothing counts without its conditions', () => {
    expect(bench('knob-ohms', '2.21k')).toContain('no-expected-value');
    const invalid = [...BENCH_EVENTS, ...FAN_EVENTS].flatMap((event) =>
      event.type === 'reading-taken' && event.judgement.verdict === 'invalid' ? [event.judgement.sentence] : [],
    );
    expect(invalid.length).toBe(2);
    expect(invalid[0]).toContain('must be pressed');
    expect(invalid[1]).toContain('read 5 min after switching mains off');
  });
});

describe('traps beside the charts', () => {
  const free = (
    driver: VisitDriver,
    from: string,
    to: string,
    text: string,
    measured: 'ac-voltage' | 'resistance' = 'ac-voltage',
    expects = '',
  ): EventOf<'reading-taken'> => {
    const entered = enterFreeReading(driver.context, driver.state, { function: measured, from, to, expects, text });
    if (entered.outcome !== 'event') throw new Error(JSON.stringify(entered));
    return driver.log(entered.body) as EventOf<'reading-taken'>;
  };
  const opened = (context: VisitContext): VisitDriver => {
    const driver = new VisitDriver(context);
    driver.log({ type: 'visit-opened', unit: 'x', complaint: '', meter: 'hand-6000' });
    return driver;
  };
  const ids = (driver: VisitDriver, event: EventOf<'reading-taken'>): readonly GuardId[] =>
    guardsOfReading(driver.context, driver.state, event).map(({ id }) => id);

  it('an earth is proven before it is measured to: a missing one shows half on every line', () => {
    const driver = opened(FAN_CONTEXT);
    driver.log({ type: 'supply-changed', supply: 'mains', state: 'on' });
    const half = free(driver, 'Q1.2', 'PE.1', '115', 'ac-voltage', '230 V ±10 %');
    expect(ids(driver, half)).toContain('earth-not-proven');
    expect(ids(driver, free(driver, 'Q1.2', 'Q1.4', '115', 'ac-voltage', '230 V ±10 %'))).not.toContain(
      'earth-not-proven',
    );
  });

  it('what was measured to earth alone says little of the load', () => {
    const driver = opened(FAN_CONTEXT);
    driver.log({ type: 'supply-changed', supply: 'mains', state: 'on' });
    const toEarth = free(driver, 'Q1.2', 'PE.1', '230', 'ac-voltage', '230 V ±10 %');
    const named = (rests: readonly string[]): readonly GuardId[] =>
      guardsBeforeFinding(FAN_CONTEXT, driver.state, { item: 'CL', rests }, '2026-12-24T09:00:00.000Z').map(
        ({ id }) => id,
      );
    expect(named([toEarth.id])).toContain('to-earth-only');
    const across = free(driver, 'Q1.2', 'Q1.4', '230', 'ac-voltage', '230 V ±10 %');
    expect(named([toEarth.id, across.id])).not.toContain('to-earth-only');
  });

  it('zero volts are believed of a meter that showed a live source', () => {
    const driver = opened(BENCH_CONTEXT);
    const nothing = free(driver, 'Q1.2', 'NB.1', '0.1', 'ac-voltage', 'present 120 V');
    expect(ids(driver, nothing)).toContain('meter-unproven');
    driver.log({ type: 'meter-proven', when: 'after', text: '119', shows: 'live' });
    expect(ids(driver, nothing)).not.toContain('meter-unproven');
  });

  it('names nothing without a reading, and nothing while a wait still runs', () => {
    const driver = opened(FAN_CONTEXT);
    driver.log({ type: 'supply-changed', supply: 'mains', state: 'on' });
    const soon = new Date(Date.parse(envelope(driver.events.length - 1).at) + 10_000).toISOString();
    const named = guardsBeforeFinding(FAN_CONTEXT, driver.state, { item: 'IV' }, soon).map(({ id }) => id);
    expect(named).toEqual(jasmine.arrayContaining(['no-reading', 'hold-off-running']));
    const later = guardsBeforeFinding(FAN_CONTEXT, driver.state, { item: 'IV' }, '2026-12-24T09:00:00.000Z');
    expect(later.map(({ id }) => id)).not.toContain('hold-off-running');
    expect(guardsBeforeFinding(FAN_CONTEXT, driver.state, { item: 'F1' }, soon).map(({ id }) => id)).toContain(
      'find-the-short',
    );
  });

  it('what was read before a repair speaks of the machine as it was', () => {
    const index = BENCH_EVENTS.length - 1;
    const repaired: VisitEvent = {
      ...envelope(900),
      ...({ type: 'repair-done', items: ['HB'], text: 'board renewed' } satisfies EventBody),
    };
    const state = replay(BENCH_CONTEXT, [...BENCH_EVENTS.slice(0, index), repaired]);
    const named = guardsBeforeFinding(BENCH_CONTEXT, state, { item: 'HB:leg-1b' }, '2026-11-20T10:30:00.000Z');
    expect(named.map(({ id }) => id)).toContain('before-the-repair');
  });

  it('low ohms want leads that were zeroed within the hour', () => {
    const driver = opened(BENCH_CONTEXT);
    driver.log({ type: 'leads-zeroed', text: '0.2', ohms: 0.2 });
    const asked = enterReading(BENCH_CONTEXT, driver.state, { text: '1' });
    expect(asked.outcome).toBe('error');
    const event = {
      ...envelope(5, { at: '2026-11-24T12:00:00.000Z' }),
      type: 'reading-taken',
      function: 'resistance',
      from: 'F1.1',
      to: 'F1.2',
      text: '0.4',
      judgement: { verdict: 'unjudged', sentence: '', value: 0.2, rulesVersion: 2 },
      grade: 'measured',
    } as EventOf<'reading-taken'>;
    expect(ids(driver, event)).toContain('old-leads');
    expect(ids(driver, { ...event, at: '2026-11-24T09:20:00.000Z' })).not.toContain('old-leads');
  });
});
