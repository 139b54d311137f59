import igniterVisit from '../../../demo/data/visits/co2-burner-1-igniter.json';
import boardVisit from '../../../demo/data/visits/co2-burner-1-board.json';
import floatFirst from '../../../demo/data/visits/mist-line-3-float-first.json';
import floatAgain from '../../../demo/data/visits/mist-line-3-float-again.json';
import ventVisit from '../../../demo/data/visits/vent-east-after-motor.json';
import { pastVisit, suspicions, type PastVisit, type Suspicion } from '.';
import { BURNER_CONTEXT } from '../testing/burner';
import { EMPTY_PAST_VISIT } from '../testing/past-visit';
import { weatherKinds } from './weather-kinds';
import { partMeant, type UnitModelDocument } from '../unit-model';
import { replay, VisitContext, type VisitEvent } from '../visit';

const NOVEMBER = Date.UTC(2026, 10, 25);

function past(visit: unknown): PastVisit {
  const { id, pinned, events } = visit as {
    id: string;
    pinned: { unitModel: UnitModelDocument };
    events: VisitEvent[];
  };
  const context = new VisitContext({ model: pinned.unitModel, procedures: {}, meters: {} });
  return pastVisit(id, context, replay(context, events));
}

const BURNER = [past(igniterVisit), past(boardVisit)];
const FLOAT = [past(floatFirst), past(floatAgain)];
const kinds = (found: readonly Suspicion[]): string[] => found.map(({ kind }) => kind);

describe('the history of a unit', () => {
  it('keeps of a visit what a later one wants to know', () => {
    const [, board] = BURNER;
    expect(board?.codes.map(({ code }) => code)).toEqual(['3']);
    expect(board?.fitted[0]?.isBoard).toBeTrue();
    expect(board?.fitted[0]?.name).toBe('Burner control board BC');
    expect(board?.followUps[0]?.due).toBe('2026-11-01');
    expect(board?.closed).toBeTrue();
  });

  it('warns of a new board, a repeated code, the same weather and what is overdue', () => {
    const found = suspicions(BURNER, [], { now: NOVEMBER });
    expect(kinds(found)).toEqual(
      ['new-board', 'same-code', 'same-weather', 'recent-work', 'follow-up'].filter((kind) =>
        kinds(found).includes(kind),
      ),
    );
    expect(found.find(({ kind }) => kind === 'same-code')?.words).toContain('Code 3');
    expect(found.find(({ kind }) => kind === 'same-weather')?.words).toContain('wet');
    expect(found.find(({ kind }) => kind === 'follow-up')?.advice).toBe('It is overdue.');
    expect(found.find(({ kind }) => kind === 'new-board')?.words).toContain('3 months ago');
  });

  it('warns of the same part for the second time, counted once a visit', () => {
    const part = suspicions(FLOAT, [], { now: NOVEMBER }).find(({ kind }) => kind === 'same-part');
    expect(part?.words).toContain('failed 2 times');
    expect(part?.advice).toContain('outside it');
    expect(suspicions(FLOAT.slice(1), [], { now: NOVEMBER }).some(({ kind }) => kind === 'same-part')).toBeFalse();
  });

  it('warns of work that was never right, with the complaint before it', () => {
    const found = suspicions([past(ventVisit)], [], { now: NOVEMBER });
    expect(found[0]?.kind).toBe('never-right');
    expect(found[0]?.advice).toContain('opens slowly');
  });

  it('lets twelve months pass, and knows nothing of tomorrow', () => {
    expect(
      suspicions(BURNER, [], { now: NOVEMBER + 366 * 86_400_000 }).filter(({ kind }) => kind !== 'follow-up'),
    ).toEqual([]);
    expect(kinds(suspicions(BURNER, [], { now: Date.UTC(2026, 0, 1) }))).toEqual(['follow-up']);
    expect(suspicions([], [], { now: NOVEMBER })).toEqual([]);
  });

  it('counts the visit at hand as well: its code is the second one', () => {
    const [igniter] = BURNER;
    if (!igniter) throw new Error('no visit');
    const now: PastVisit = {
      ...igniter,
      id: 'now',
      openedAt: '2026-11-25T08:00:00.000Z',
      fitted: [],
      findings: [],
      followUps: [],
    };
    const found = suspicions([igniter], [], { now: NOVEMBER + 86_400_000, visit: now });
    expect(found.find(({ kind }) => kind === 'same-code')?.visits).toContain('now');
  });

  it('warns of a jumper that an earlier visit left in, but not of the one at hand', () => {
    const [igniter] = BURNER;
    if (!igniter) throw new Error('no visit');
    const left = { ...igniter, left: [{ words: 'Plug out: X1' }], leftBecause: 'water in it' };
    const found = suspicions([left], [], { now: NOVEMBER });
    expect(found.find(({ kind }) => kind === 'left-altered')?.advice).toBe('Find it before anything is switched on.');
    expect(found.find(({ kind }) => kind === 'left-altered')?.visits).toEqual([igniter.id]);
    expect(kinds(suspicions([left], [], { now: NOVEMBER, visit: left }))).not.toContain('left-altered');
  });

  it('tells what the last visit left open and why, until a later one leaves nothing', () => {
    const [igniter] = BURNER;
    if (!igniter) throw new Error('no visit');
    const open = ['Not seen: three tries', 'Why it failed is not said', 'a', 'b', 'c'];
    const left: PastVisit = { ...igniter, closed: true, open, openBecause: 'waits for a part' };
    const told = (past: readonly PastVisit[], visit?: PastVisit): readonly Suspicion[] =>
      suspicions(past, [], { now: NOVEMBER, ...(visit ? { visit } : {}) }).filter(({ kind }) => kind === 'left-open');
    expect(told([left])[0]?.words).toContain('Not seen: three tries; Why it failed is not said; a; b; and 1 more.');
    expect(told([left])[0]?.words).toContain('The reason: waits for a part.');
    expect(told([left], left)).toEqual([]);
    expect(told([{ ...left, closed: false }])).toEqual([]);
    const { open: _open, ...later } = { ...left, id: 'later', openedAt: '2026-11-24T08:00:00.000Z' };
    expect(told([left, later])).toEqual([]);
  });

  it('counts boards: one is checked against the old one, two say that something kills them', () => {
    const board = (at: string) => ({ part: 'VD', name: 'Vent drive board VD', isBoard: true, at });
    const one = suspicions([], [board('2026-10-02')], { now: NOVEMBER });
    expect(one.find(({ kind }) => kind === 'new-board')?.advice).toContain('Check its settings and wires');
    const two = suspicions([], [board('2026-06-02'), board('2026-10-02')], { now: NOVEMBER });
    expect(two.find(({ kind }) => kind === 'new-board')?.words).toContain('2 boards went in within a year');
    expect(two.find(({ kind }) => kind === 'new-board')?.advice).toContain('find what kills it');
  });

  it('keeps what was found of the unit itself, for the next visit to be pinned to', () => {
    const context = new VisitContext({
      model: ventVisit.pinned.unitModel as unknown as UnitModelDocument,
      procedures: {},
      meters: {},
    });
    const state = replay(context, ventVisit.events as unknown as readonly VisitEvent[]);
    const seen = pastVisit('v', context, { ...state, options: { LS9: false }, wireColours: { w1: 'pink' } });
    expect(seen.options).toEqual({ LS9: false });
    expect(seen.wireColours).toEqual({ w1: 'pink' });
  });

  describe('of failures', () => {
    const visit = (day: string, more: Partial<PastVisit>): PastVisit => ({
      ...EMPTY_PAST_VISIT,
      id: day,
      openedAt: `${day}T08:00:00.000Z`,
      ...more,
    });
    const found = (part: string, suspect = 'sensor') => [
      { text: '', class: suspect, grade: 'likely', item: part, itemName: part, part, partName: part },
    ];
    const put = (part: string, day: string, isBoard = false) => [
      { part, name: part, isBoard, at: `${day}T10:00:00.000Z`, visit: day },
    ];
    const ofKind = (kind: Suspicion['kind'], all: readonly PastVisit[], at?: PastVisit): Suspicion | undefined =>
      suspicions(all, [], { now: NOVEMBER, ...(at ? { visit: at } : {}) }).find((each) => each.kind === kind);

    it('counts once what is found on one visit and put in on the next', () => {
      const once = [
        visit('2026-08-02', { findings: found('FS1') }),
        visit('2026-08-09', { fitted: put('FS1', '2026-08-09') }),
      ];
      expect(ofKind('same-part', once)).toBeUndefined();
      const again = visit('2026-10-14', { findings: found('FS1'), fitted: put('FS1', '2026-10-14') });
      const twice = ofKind('same-part', [...once, again]);
      expect(twice?.words).toContain('FS1 failed 2 times');
      expect(twice?.advice).toContain('A second new part');
      expect(twice?.cases).toEqual(['2026-08-02', '2026-10-14']);
    });

    it('takes a return within a fortnight for the same failure, later for another one', () => {
      const back = (day: string): readonly PastVisit[] => [
        visit('2026-08-02', { findings: found('FS1') }),
        visit(day, { findings: found('FS1'), fitted: put('FS1', day) }),
      ];
      expect(ofKind('same-part', back('2026-08-09'))).toBeUndefined();
      expect(ofKind('same-part', back('2026-09-20'))?.cases).toEqual(['2026-08-02', '2026-09-20']);
      // Renewed and failing again within days is another failure all the same.
      const soon = [...back('2026-08-09'), visit('2026-08-15', { findings: found('FS1') })];
      expect(ofKind('same-part', soon)?.cases).toEqual(['2026-08-02', '2026-08-15']);
    });

    it('sees the repeat on the visit at hand, and one board found guilty again and again', () => {
      const at = visit('2026-11-24', { findings: found('FS1') });
      expect(ofKind('same-part', [visit('2026-08-02', { findings: found('FS1') })], at)?.cases).toEqual([
        '2026-08-02',
        '2026-11-24',
      ]);
      const board = ['2026-05-01', '2026-07-01', '2026-09-01'].map((day) =>
        visit(day, { findings: found('CB', 'board') }),
      );
      const guilty = ofKind('same-part', board);
      expect(guilty?.words).toContain('CB failed 3 times');
      expect(guilty?.advice).toBe('It was found again and again: look for the cause outside it.');
    });

    it('takes no fault found, and what is still open, for no failure', () => {
      for (const suspect of ['none', 'open']) {
        const twice = ['2026-08-02', '2026-10-14'].map((day) => visit(day, { findings: found('FS1', suspect) }));
        expect(ofKind('same-part', twice)).toBeUndefined();
      }
    });

    it('sees one part fail on several units of a kind, and not one unit of bad luck', () => {
      const fails = (...days: readonly string[]): readonly PastVisit[] =>
        days.map((day) => visit(day, { findings: found('FS1') }));
      const fleet = (own: readonly PastVisit[], ...sisters: readonly (readonly PastVisit[])[]): Suspicion | undefined =>
        suspicions(own, [], {
          now: NOVEMBER,
          sisters: sisters.map((past, index) => ({ name: `Line ${index + 1}`, past, parts: [] })),
        }).find(({ kind }) => kind === 'fleet');
      const three = fleet(fails('2026-08-02'), fails('2026-09-03'), fails('2026-10-04'));
      expect(three?.words).toBe('FS1 failed 3 times on 3 units of this kind here: this one, Line 1, Line 2.');
      expect(three?.cases).toEqual(['2026-08-02', '2026-09-03', '2026-10-04']);
      expect(fleet([], fails('2026-09-03', '2026-10-04'), fails('2026-10-05'))?.words).toContain('Line 1, Line 2');
      expect(fleet(fails('2026-08-02'), fails('2026-09-03'))).toBeUndefined();
      expect(fleet(fails('2026-08-02', '2026-09-03', '2026-10-04'), [])).toBeUndefined();
      expect(fleet(fails('2024-08-02'), fails('2024-09-03'), fails('2026-10-04'))).toBeUndefined();
    });

    it('makes no pattern of two different boards, once each', () => {
      const two = [
        visit('2026-08-02', { fitted: put('CB', '2026-08-02', true) }),
        visit('2026-10-14', { fitted: put('LB', '2026-10-14', true) }),
      ];
      const boards = suspicions(two, [], { now: NOVEMBER }).filter(({ kind }) => kind === 'new-board');
      expect(boards.map(({ words }) => /\d boards/.test(words))).toEqual([false, false]);
    });

    it('repeats no code that is normal or was set aside, and no weather that was not', () => {
      const code = { code: '3', meaning: 'no flame', isDismissed: false, isNormal: false };
      const coded = (change: object): readonly PastVisit[] =>
        ['2026-08-02', '2026-10-14'].map((day) => visit(day, { codes: [{ ...code, ...change }] }));
      expect(ofKind('same-code', coded({}))?.cases).toEqual(['2026-08-02', '2026-10-14']);
      expect(ofKind('same-code', coded({ isNormal: true }))).toBeUndefined();
      expect(ofKind('same-code', coded({ isDismissed: true }))).toBeUndefined();
      const said = (text: string): string => [...weatherKinds([text], [])].join(' ');
      for (const text of [
        'windows closed',
        'damper stuck',
        'no water at the nozzles',
        'floodlight off',
        'no rain, not windy',
      ])
        expect(said(text)).withContext(text).toBe('');
      expect(said('Windy, and it had rained')).toBe('wet wind');
      expect(said('a hot day after the thunderstorm')).toBe('thunderstorm heat');
    });

    it('knows a part by its other names', () => {
      const model = BURNER_CONTEXT.model;
      const [device] = model.devices.filter(({ name }) => name !== undefined);
      const [board] = model.boards;
      expect(partMeant(model, `new ${device?.name ?? ''}, cheap one`)).toBe(device?.id ?? '');
      expect(partMeant(model, `${board?.id ?? ''}:${board?.functions?.[0]?.id ?? ''}`)).toBe(board?.id ?? '');
      expect(partMeant(model, 'the board')).toBe(model.boards.length === 1 ? (board?.id ?? '') : 'the board');
      expect(partMeant(model, 'Something Else')).toBe('something else');
    });
  });

  it('takes parts of the unit file into account', () => {
    const parts = [{ part: 'M1', name: 'Rack motor M1', isBoard: false, at: '2026-10' }];
    expect(kinds(suspicions([], parts, { now: NOVEMBER }))).toEqual(['recent-work']);
    const board = [{ part: 'VD', name: 'Vent drive board VD', isBoard: true, at: '2026-10-02' }];
    expect(kinds(suspicions([], board, { now: NOVEMBER }))).toEqual(['new-board']);
  });
});
