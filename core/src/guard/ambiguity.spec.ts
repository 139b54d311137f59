import {
  IDLE_COIL,
  LOST_CALL,
  LOST_LEG,
  MAT_CONTEXT,
  NEW_BOARD,
  NEW_BOARD_CONTEXT,
  PUMP_CONTEXT,
} from '../testing/ambiguities';
import { VisitDriver } from '../testing/demo';
import { BENCH_CONTEXT } from '../testing/traps';
import { enterFreeReading, replay, type EventOf, type VisitContext, type VisitEvent } from '../visit';
import { guardsBeforeFinding, guardsOfReading, type Guard, type GuardId } from './index';

/** What a reading of a demo visit left open when it was taken: the n-th with these points and figure. */
function openAt(context: VisitContext, events: readonly VisitEvent[], points: string, text: string): readonly Guard[] {
  const index = events.findIndex(
    (event) => event.type === 'reading-taken' && `${event.from} ${event.to}` === points && event.text === text,
  );
  const event = events[index];
  if (event?.type !== 'reading-taken') throw new Error(`no reading ${text} at ${points}`);
  const state = replay(context, events.slice(0, index + 1));
  return guardsOfReading(context, state, event as EventOf<'reading-taken'>);
}

/** The same reading, looked at when the whole visit is known. */
function stillOpen(
  context: VisitContext,
  events: readonly VisitEvent[],
  points: string,
  text: string,
): readonly GuardId[] {
  const event = events.find(
    (each) => each.type === 'reading-taken' && `${each.from} ${each.to}` === points && each.text === text,
  );
  return guardsOfReading(context, replay(context, events), event as EventOf<'reading-taken'>).map(({ id }) => id);
}

const plain = (words: string | undefined): string => (words ?? '').replace(/\u00A0/g, ' ');

/** Every ambiguity with the demo reading that stands in it and the reading that settles it. */
const CASES: readonly {
  readonly id: GuardId;
  readonly context: VisitContext;
  readonly events: readonly VisitEvent[];
  readonly points: string;
  readonly text: string;
  readonly settledBy: string;
}[] = [
  {
    id: 'return-not-call',
    context: PUMP_CONTEXT,
    events: IDLE_COIL,
    points: 'CB.X1.2 CB.X1.3',
    text: '27.1',
    settledBy: 'X1·2 to X1·3, with mist called',
  },
  {
    id: 'zero-closed-or-dead',
    context: PUMP_CONTEXT,
    events: IDLE_COIL,
    points: 'CB.X1.3 CB.X1.4',
    text: '0.02',
    settledBy: 'X1·3 to X1·8',
  },
  {
    id: 'reference-not-proven',
    context: PUMP_CONTEXT,
    events: IDLE_COIL,
    points: 'CB.X1.6 CB.X1.8',
    text: '0.1',
    settledBy: 'X1·1 to X1·8',
  },
  {
    id: 'sneak-path',
    context: PUMP_CONTEXT,
    events: IDLE_COIL,
    points: 'CB.X1.7 CB.X1.8',
    text: '26.3',
    settledBy: 'X1·7 to X1·8, loaded',
  },
  {
    id: 'lost-between-boards',
    context: PUMP_CONTEXT,
    events: IDLE_COIL,
    points: 'LB.J1.1 LB.J1.3',
    text: '26.4',
    settledBy: 'X1·9 to X1·8',
  },
  {
    id: 'fed-and-idle',
    context: PUMP_CONTEXT,
    events: IDLE_COIL,
    points: 'K1.A1 K1.A2',
    text: '26.0',
    settledBy: 'K1·A1 to K1·A2, dead',
  },
  {
    id: 'equal-to-neutral',
    context: MAT_CONTEXT,
    events: LOST_LEG,
    points: 'Q1.4 NB.1',
    text: '119.8',
    settledBy: 'Q1·4 to Q1·2: 240 V says two legs, nothing says one',
  },
  {
    id: 'fed-back',
    context: MAT_CONTEXT,
    events: LOST_LEG,
    points: 'HB.X2.2 HB.X1.2',
    text: '118.9',
    settledBy: 'X2·1 to X2·2, across the load',
  },
  {
    id: 'one-leg-or-fed-back',
    context: MAT_CONTEXT,
    events: LOST_LEG,
    points: 'HB.X2.1 HB.X2.2',
    text: '0.3',
    settledBy: 'X2·2 to X1·2 again, with the call taken away',
  },
  {
    id: 'shared-or-own',
    context: MAT_CONTEXT,
    events: LOST_LEG,
    points: 'HB.X2.1 HB.X2.2',
    text: '0.3',
    settledBy: 'X2·3 to X2·4, with it called as well',
  },
  {
    id: 'closed-not-seen',
    context: NEW_BOARD_CONTEXT,
    events: NEW_BOARD,
    points: 'PS1.1 PS1.2',
    text: '0.1',
    settledBy: 'X3·6 to X3·7, at the board',
  },
  {
    id: 'earth-not-proven',
    context: NEW_BOARD_CONTEXT,
    events: NEW_BOARD,
    points: 'BC.X1.1 BC.X1.3',
    text: '114.2',
    settledBy: 'PE·1 to FM1·E, dead',
  },
];

describe('a reading that can mean two things', () => {
  for (const { id, context, events, points, text, settledBy } of CASES) {
    it(`is caught by name on a demo visit: ${id}`, () => {
      const found = openAt(context, events, points, text).find((guard) => guard.id === id);
      expect(found).withContext('named').toBeDefined();
      expect(plain(found?.settle?.words)).toBe(settledBy);
    });
  }

  it('is no longer named once the reading that settles it is there', () => {
    expect(stillOpen(MAT_CONTEXT, LOST_LEG, 'Q1.4 NB.1', '119.8')).not.toContain('equal-to-neutral');
    expect(stillOpen(MAT_CONTEXT, LOST_LEG, 'HB.X2.2 HB.X1.2', '118.9')).not.toContain('fed-back');
    expect(stillOpen(MAT_CONTEXT, LOST_LEG, 'HB.X2.1 HB.X2.2', '0.3')).not.toContain('shared-or-own');
    expect(stillOpen(PUMP_CONTEXT, IDLE_COIL, 'LB.J1.1 LB.J1.3', '26.4')).not.toContain('lost-between-boards');
    expect(stillOpen(PUMP_CONTEXT, IDLE_COIL, 'CB.X1.3 CB.X1.4', '0.02')).not.toContain('zero-closed-or-dead');
  });

  it('takes a few volts on an open lead for stray until they are loaded', () => {
    const driver = new VisitDriver(BENCH_CONTEXT);
    driver.log({ type: 'visit-opened', unit: 'x', complaint: '', meter: 'hand-6000' });
    driver.log({ type: 'supply-changed', supply: 'mains', state: 'on' });
    const line = { function: 'ac-voltage', from: 'HB.X2.1', to: 'HB.X2.2', expects: 'absent 240 V' } as const;
    const entered = enterFreeReading(driver.context, driver.state, { ...line, text: '13.1' });
    if (entered.outcome !== 'event') throw new Error('refused');
    const reading = driver.log(entered.body) as EventOf<'reading-taken'>;
    const stray = guardsOfReading(driver.context, driver.state, reading).find(({ id }) => id === 'stray-voltage');
    expect(plain(stray?.settle?.words)).toContain('X2·1 to X2·2, loaded');
  });

  it('never names what a jumper showed to work', () => {
    const state = replay(PUMP_CONTEXT, LOST_CALL.slice(0, -1));
    const before = (item: string): readonly GuardId[] =>
      guardsBeforeFinding(PUMP_CONTEXT, state, { item }, '2026-11-23T09:00:00.000Z').map(({ id }) => id);
    expect(before('LB:pass-on')).toContain('shown-to-work');
    expect(before('CB:call-input')).toContain('shown-to-work');
    expect(before('w24')).not.toContain('shown-to-work');
  });

  it('is asked about again before something is named, as long as it is not settled', () => {
    const state = replay(NEW_BOARD_CONTEXT, NEW_BOARD.slice(0, -2));
    const named = guardsBeforeFinding(NEW_BOARD_CONTEXT, state, { item: 'w5' }, '2026-11-23T14:30:00.000Z');
    expect(named.map(({ id }) => id)).toEqual(jasmine.arrayContaining(['closed-not-seen', 'earth-not-proven']));
    const settled = replay(MAT_CONTEXT, LOST_LEG.slice(0, -2));
    const before = guardsBeforeFinding(MAT_CONTEXT, settled, { item: 'HB:leg-1b' }, '2026-11-22T11:30:00.000Z');
    expect(before.map(({ id }) => id)).not.toContain('fed-back');
  });

  it('tells of a board that got power before it was cleared, once somebody has switched it on', () => {
    const driver = new VisitDriver(NEW_BOARD_CONTEXT);
    const named = (): readonly GuardId[] =>
      guardsBeforeFinding(driver.context, driver.state, {}, '2026-11-24T10:00:00.000Z').map(({ id }) => id);
    driver.log({ type: 'visit-opened', unit: 'x', complaint: '', meter: 'hand-6000' });
    driver.log({ type: 'supply-changed', supply: 'mains', state: 'locked' });
    driver.log({ type: 'part-fitted', part: 'BC' });
    expect(named()).not.toContain('powered-uncleared');
    driver.log({ type: 'supply-changed', supply: 'mains', state: 'on' });
    expect(named()).toContain('powered-uncleared');
  });

  it('keeps readings apart that were taken under other conditions', () => {
    const driver = new VisitDriver(PUMP_CONTEXT);
    driver.log({ type: 'visit-opened', unit: 'x', complaint: '', meter: 'hand-6000' });
    driver.log({ type: 'supply-changed', supply: 'control', state: 'on' });
    driver.log({ type: 'call-changed', call: 'mist', state: 'on' });
    const read = (from: string, to: string, text: string): EventOf<'reading-taken'> => {
      const entered = enterFreeReading(driver.context, driver.state, {
        function: 'ac-voltage',
        from,
        to,
        expects: '',
        text,
      });
      if (entered.outcome !== 'event') throw new Error('refused');
      return driver.log(entered.body) as EventOf<'reading-taken'>;
    };
    read('CB.X1.3', 'CB.X1.8', '26.8');
    driver.log({ type: 'bypass-placed', bypass: 'b', from: 'FS1.1', to: 'FS1.2', why: 'test', removes: 'dry-run' });
    const zero = read('CB.X1.3', 'CB.X1.4', '0.1');
    expect(guardsOfReading(driver.context, driver.state, zero).map(({ id }) => id)).toContain('zero-closed-or-dead');
  });
});
