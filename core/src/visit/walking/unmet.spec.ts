import { deadForHands, lintProcedure, type ActionStep, type Conditions, type ProcedureDocument } from '../../procedure';
import { Wiring, type SupplyDocument } from '../../unit-model';
import { DEMO_CONTEXT, DEMO_PROCEDURE, VisitDriver } from '../../testing/demo';
import { afterWords, conditionName, unmetConditions, unmetWait } from './unmet';
import { unmetForAction } from './unmet-hands';

const { model } = DEMO_CONTEXT;

/** What stands in the way, in words. */
function words(required: Conditions, holding: Conditions = {}): readonly string[] {
  return unmetConditions(model, required, holding).map((unmet) => unmet.words);
}

describe('conditions that do not hold', () => {
  it('are told by what they are about, as said at the machine', () => {
    const names = (
      [
        ['supplies', 'control'],
        ['calls', 'mist'],
        ['connectors', 'CB.X1'],
        ['bypasses', 'float-jumper'],
        ['leads', 'w14'],
        ['press', 'K1'],
        ['interlocks', 'K1'],
        ['covers', 'lower'],
        ['positions', 'SEL'],
        ['facts', 'soil-is-wet'],
      ] as const
    ).map(([group, id]) => conditionName(model, { group, id }));
    expect(names).toEqual([
      '24 V control supply',
      'the call "mist"',
      'plug X1',
      'jumper "float jumper"',
      'Wire FS1·2 to X1·4',
      'Pump contactor K1',
      'interlock Pump contactor K1',
      'lower cover',
      'selector SEL',
      'soil is wet',
    ]);
  });

  it('say what is found and what is wanted; unknown meets nothing', () => {
    expect(words({ supplies: { mains: 'proven-dead' } })).toEqual(['mains supply is unknown, must be proven dead']);
    expect(words({ supplies: { mains: 'proven-dead' } }, { supplies: { mains: 'locked' } })).toEqual([
      'mains supply is locked, must be proven dead',
    ]);
    expect(words({ supplies: { mains: 'off' } }, { supplies: { mains: 'off' } })).toEqual([]);
    expect(words({ repaired: ['F1'] })).toEqual(['Control fuse F1 is not repaired yet']);
    expect(words({ repaired: ['F1'] }, { repaired: ['F1'] })).toEqual([]);
  });
});

describe('a reading that has its time', () => {
  const CALLED_AT = '2026-11-24T09:00:00.000Z';
  const later = (seconds: number): string => new Date(Date.parse(CALLED_AT) + seconds * 1000).toISOString();

  function called(): VisitDriver {
    const driver = new VisitDriver(DEMO_CONTEXT);
    driver.log({ type: 'visit-opened', unit: 'x', complaint: '' });
    const event = driver.log({ type: 'call-changed', call: 'mist', state: 'on' });
    const trail = driver.state.trail.map((line) =>
      line.event.id === event.id ? { ...line, event: { ...event, at: CALLED_AT } } : line,
    );
    driver.state = { ...driver.state, trail };
    return driver;
  }

  const wait = (seconds: number, limits: { readonly from?: string; readonly to?: string }): string | undefined =>
    unmetWait({ event: 'call:mist', ...limits }, called().state, later(seconds))?.words;

  it('is too early by so much, in time, or too late to say anything', () => {
    expect(wait(10, { from: '30 s' })).toBe('20 s to go: read 30 s after the call mist');
    expect(wait(1, { from: '5 min' })).toBe('4:59 to go: read 5 min after the call mist');
    expect(wait(31, { from: '30 s' })).toBeUndefined();
    expect(wait(59, { from: '30 s', to: '60 s' })).toBeUndefined();
    expect(wait(61, { to: '60 s' })).toBe('more than 60 s after the call mist: too late to say anything');
  });

  it('cannot be timed from what nobody logged', () => {
    const state = new VisitDriver(DEMO_CONTEXT).state;
    expect(unmetWait({ event: 'power-off:mains', from: '5 min' }, state, CALLED_AT)?.words).toBe(
      'switching mains off was not logged: it has to be timed from there',
    );
    expect(unmetWait(undefined, state, CALLED_AT)).toBeUndefined();
    expect(unmetWait({ event: 'call:mist', from: '5 min' }, state, undefined)).toBeUndefined();
  });

  it('counts from the call, its end, the power that came or went', () => {
    expect(['call:mist', 'stop:mist', 'power-up:mains', 'power-off:mains'].map(afterWords)).toEqual([
      'the call mist',
      'the end of the call mist',
      'power-up of mains',
      'switching mains off',
    ]);
  });
});

describe('hands at the wiring', () => {
  const STATES = ['on', 'off', 'locked', 'plug-out', 'unknown', 'proven-dead'] as const;
  const action = (rest: Partial<ActionStep>): ActionStep =>
    ({ kind: 'action', text: 'Pull it.', next: '@end', ...rest }) as ActionStep;

  it('wait until what can hurt is proven dead, whatever part of the wiring they go to', () => {
    const touching = [
      action({ fits: 'CB' }),
      action({ sets: { connectors: { 'CB.X1': 'out' } } }),
      action({ sets: { leads: { w14: 'FS1.1' } } }),
      action({ recipe: [{ do: 'Pull it.', sets: { connectors: { 'LB.J1': 'out' } } }] }),
    ];
    for (const step of touching)
      for (const mains of STATES)
        for (const control of STATES) {
          const unmet = unmetForAction(DEMO_CONTEXT.wiring, step, { supplies: { mains, control } });
          const isSafe = mains === 'proven-dead' || mains === 'plug-out';
          // 24 V do not hurt a hand; a plug pulled under power kills a board.
          const isOff = control !== 'on' && control !== 'unknown';
          expect(unmet.length === 0)
            .withContext(`${mains}, ${control}`)
            .toBe(isSafe && isOff);
        }
  });

  it('are not held up where nothing is touched, or where it is so already', () => {
    const holding = { supplies: { mains: 'on' }, connectors: { 'CB.X1': 'out' } } as const;
    const quiet = [
      action({}),
      action({ sets: { calls: { mist: 'on' } } }),
      action({ sets: { connectors: { 'CB.X1': 'out' } } }),
    ];
    for (const step of quiet) expect(unmetForAction(DEMO_CONTEXT.wiring, step, holding)).toEqual([]);
  });

  it('wait for every supply that hurts in a dry place, AC above 30 V and DC above 60 V (IEC 61010-1, from memory)', () => {
    const isDead = (system: SupplyDocument['system'], nominal: string): boolean => {
      const supply = { id: 's', system, nominal } as SupplyDocument;
      return deadForHands(new Wiring({ ...model, supplies: [supply] })).includes('s');
    };
    for (const [volts, ac, dc] of [
      ['24 V', false, false],
      ['30 V', false, false],
      ['48 V', true, false],
      ['60 V', true, false],
      ['72 V', true, true],
      ['230 V', true, true],
    ] as const)
      expect([isDead('single-phase', volts), isDead('dc', volts)])
        .withContext(volts)
        .toEqual([ac, dc]);
  });

  it('are warned of in a chart that would lead them there alive, and not in one that proves dead first', () => {
    const pull = {
      kind: 'action',
      text: 'Pull X1.',
      sets: { connectors: { 'CB.X1': 'out' } },
      next: DEMO_PROCEDURE.start,
    };
    const early = {
      ...DEMO_PROCEDURE,
      start: 'pull-early',
      steps: { 'pull-early': pull, ...DEMO_PROCEDURE.steps },
    } as unknown as ProcedureDocument;
    const said = (chart: ProcedureDocument): readonly string[] =>
      lintProcedure(chart, model, []).flatMap(({ message }) => (message.startsWith('Hands go') ? [message] : []));
    expect(said(early)).toEqual([jasmine.stringContaining('leaves mains on')]);
    expect(said(DEMO_PROCEDURE)).toEqual([]);
  });
});
