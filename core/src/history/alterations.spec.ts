import { BURNER_CONTEXT } from '../testing/burner';
import { VisitDriver } from '../testing/demo';
import type { ProcedureDocument, WalkableStep } from '../procedure';
import {
  ALTERATION_KINDS,
  alterationsOf,
  alteredWords,
  closingRefusal,
  eventWords,
  VisitContext,
  type Alteration,
  type EventBody,
  type EventWords,
  type Grade,
} from '../visit';
import { pastVisit, suspicions } from '.';

const open = (...bodies: readonly EventBody[]): VisitDriver => {
  const visit = new VisitDriver(BURNER_CONTEXT);
  visit.log({ type: 'visit-opened', unit: 'burner', complaint: '' });
  bodies.forEach((body) => visit.log(body));
  return visit;
};
const of = ({ context, state }: VisitDriver): readonly Alteration[] => alterationsOf(context, state);

const wordsOf = ({ context, state }: VisitDriver, type: EventBody['type']): EventWords | undefined => {
  const line = state.trail.find(({ event }) => event.type === type);
  return line && eventWords(context, state, line);
};
const setting = (value: string, grade: Grade = 'observed'): EventBody => ({
  type: 'setting-read',
  setting: 'BC.S1',
  value,
  grade,
});
const selector = (state: string): EventBody => ({ type: 'condition-noted', group: 'positions', item: 'S9', state });
const outOfService = (item: string): EventBody => ({
  type: 'condition-noted',
  group: 'parts',
  item,
  state: 'out-of-service',
});

/** One of each kind, and whether closing is possible with it at all. */
const EACH: Readonly<
  Record<Alteration['kind'], { readonly bodies: readonly EventBody[]; readonly isBlocking: boolean }>
> = {
  jumper: {
    bodies: [{ type: 'bypass-placed', bypass: 'j', from: 'PS1.1', to: 'PS1.2', why: 'test', removes: 'draught' }],
    isBlocking: true,
  },
  interlock: {
    bodies: [{ type: 'condition-noted', group: 'interlocks', item: 'lid', state: 'held' }],
    isBlocking: true,
  },
  part: { bodies: [outOfService('BC')], isBlocking: false },
  lead: { bodies: [{ type: 'condition-noted', group: 'leads', item: 'w8', state: 'BC.X3.1' }], isBlocking: false },
  plug: { bodies: [{ type: 'connector-changed', connector: 'BC.X3', state: 'out' }], isBlocking: false },
  cord: { bodies: [{ type: 'supply-changed', supply: 'mains', state: 'plug-out' }], isBlocking: false },
  cover: { bodies: [{ type: 'condition-noted', group: 'covers', item: 'main', state: 'off' }], isBlocking: false },
  setting: { bodies: [setting('00'), setting('10')], isBlocking: false },
  circumstance: {
    bodies: [{ type: 'condition-noted', group: 'circumstances', item: 'load', state: 'dummy' }],
    isBlocking: false,
  },
  gas: { bodies: [{ type: 'hazard-noted', kind: 'gas', where: 'at the valve' }], isBlocking: false },
};

describe('the register of what was altered', () => {
  for (const kind of ALTERATION_KINDS) {
    const { bodies, isBlocking } = EACH[kind];

    it(`has a ${kind}, asks for it at closing, and tells it to the next visit`, () => {
      const visit = open(...bodies);
      expect(of(visit).map((each) => each.kind)).toEqual([kind]);
      const [found] = of(visit);
      expect(closingRefusal(visit.context, visit.state)).toContain(found?.words ?? 'nothing');
      expect(closingRefusal(visit.context, visit.state, '  ')).toBeDefined();
      expect(closingRefusal(visit.context, visit.state, 'water in it') === undefined).toBe(!isBlocking);
      const past = pastVisit('v', visit.context, visit.state);
      const told = suspicions([past], [], { now: Date.parse(visit.events[0]?.at ?? '') });
      expect(told.find((each) => each.kind === 'left-altered')?.words).toContain(found?.words ?? 'nothing');
    });

    it(`forgets a ${kind} once hands have put it right, and never by looking away`, () => {
      const visit = open(...bodies);
      const [found] = of(visit);
      if (!found?.restored) return expect(kind).toBe('gas');
      visit.log({ type: 'note-added', text: 'tea' });
      expect(of(visit).length).toBe(1);
      visit.log(found.restored.body);
      expect(of(visit)).toEqual([]);
      expect(closingRefusal(visit.context, visit.state)).toBeUndefined();
    });
  }

  it('has all of them side by side, and closes only when the last is put right or has its reason', () => {
    const visit = open(...ALTERATION_KINDS.flatMap((kind) => EACH[kind].bodies));
    expect(new Set(of(visit).map(({ kind }) => kind))).toEqual(new Set(ALTERATION_KINDS));
    for (const { restored } of of(visit)) if (restored) visit.log(restored.body);
    expect(of(visit).map(({ kind }) => kind)).toEqual(['gas']);
    expect(closingRefusal(visit.context, visit.state, 'the gas man is on his way')).toBeUndefined();
  });

  it('says in the log what was left, and why', () => {
    const visit = open(...EACH.plug.bodies);
    const altered = alteredWords(visit.context, visit.state);
    visit.log({ type: 'visit-closed', leaves: 'water in it', altered });
    expect(wordsOf(visit, 'visit-closed')?.detail).toContain('Left so, water in it: Plug out');
    expect(visit.state.closed).toBeTrue();
    const past = pastVisit('v', visit.context, visit.state);
    expect(past.leftBecause).toBe('water in it');
    expect(past.left[0]?.words).toContain('Plug out');
  });

  it('never closes over a protection that is out of service, whatever the reason', () => {
    const protections = BURNER_CONTEXT.model.devices.filter(({ protection }) => protection !== undefined);
    expect(protections.length).toBeGreaterThan(3);
    for (const { id, protection = '' } of protections) {
      const visit = open(outOfService(id));
      expect(closingRefusal(visit.context, visit.state, 'no spare in the van')).toContain(id);
      expect(of(visit)[0]?.takesAway).toContain(protection.replaceAll('-', ' '));
      visit.log({ type: 'visit-closed', leaves: 'no spare in the van' });
      expect(visit.state.closed).withContext(id).toBeFalse();
    }
  });

  it('keeps a part out of service where the note of it is taken back: hands may have done it', () => {
    const visit = open(outOfService('PS1'));
    visit.log({ type: 'retracted', event: visit.events.at(-1)?.id ?? '' });
    expect(of(visit).map(({ kind }) => kind)).toEqual(['part']);
  });

  it('holds a setting against what somebody saw first, whatever was turned in between', () => {
    const POSITIONS = ['00', '10', '01'];
    for (const found of POSITIONS)
      for (const tried of POSITIONS)
        for (const left of POSITIONS) {
          const visit = open(setting(found), setting(tried), setting(left));
          expect(of(visit).map(({ id }) => id)).toEqual(found === left ? [] : ['BC.S1']);
          const turned = open(selector(found), selector(tried), selector(left));
          expect(of(turned).map(({ id }) => id)).toEqual(found === left ? [] : ['S9']);
        }
  });

  it('takes no hearsay for how a setting was found', () => {
    expect(of(open(setting('00', 'reported'), setting('10')))).toEqual([]);
    expect(of(open(setting('00', 'assumed'), setting('10'), setting('01')))[0]?.words).toContain('found at 10');
  });

  it('says that nobody knows how a selector was found which the chart had turned before anyone looked', () => {
    const step: WalkableStep = {
      kind: 'action',
      text: 'Turn it to hand.',
      sets: { positions: { S9: 'hand' } },
      next: '@end',
    };
    const [any] = Object.values(BURNER_CONTEXT.procedures);
    const chart = { ...any, id: 'turns', start: 'turn', steps: { turn: step } } as ProcedureDocument;
    const context = new VisitContext({ model: BURNER_CONTEXT.model, procedures: { turns: chart }, meters: {} });
    for (const before of [[], [selector('auto')]]) {
      const visit = new VisitDriver(context);
      visit.log({ type: 'visit-opened', unit: 'burner', complaint: '' });
      before.forEach((body) => visit.log(body));
      visit.log({ type: 'procedure-started', procedure: 'turns', start: 'turn' });
      visit.log({ type: 'action-done', step: 'turn', next: '@end' });
      const words = of(visit).map((each) => each.words);
      expect(words).toEqual([jasmine.stringContaining(before.length > 0 ? 'found at auto' : 'is not noted')]);
    }
  });

  it('is read out at a hand-over, and the record keeps what was told, whatever is put right later', () => {
    const visit = open(...EACH.plug.bodies, ...EACH.part.bodies);
    visit.log({ type: 'handed-over', to: 'Moss', altered: alteredWords(visit.context, visit.state) });
    const told = wordsOf(visit, 'handed-over');
    expect(told?.title).toContain('Moss');
    expect(told?.detail).toContain('Plug out');
    expect(told?.detail).toContain('Out of service');
    for (const { restored } of of(visit)) if (restored) visit.log(restored.body);
    expect(wordsOf(visit, 'handed-over')).toEqual(told);
    const nothing = open();
    nothing.log({ type: 'handed-over', to: 'Moss', altered: [] });
    expect(wordsOf(nothing, 'handed-over')?.detail).toContain('nothing altered that is known of');
  });

  it('takes a setting whose first reading was taken back, or that is known by hearsay alone, for not turned', () => {
    expect(of(open(setting('00', 'reported')))).toEqual([]);
    const visit = open(setting('00'));
    visit.log({ type: 'retracted', event: visit.events.at(-1)?.id ?? '' });
    visit.log(setting('10'));
    expect(of(visit)).toEqual([]);
    // A cover of the same name is no selector, and another selector is another.
    const cover: EventBody = { type: 'condition-noted', group: 'covers', item: 'S9', state: 'off' };
    const other: EventBody = { type: 'condition-noted', group: 'positions', item: 'S8', state: 'low' };
    const words = of(open(cover, other, selector('auto'), selector('hand'))).map((each) => each.words);
    expect(words).toContain('Turned: S9 is at hand, found at auto');
  });

  it('puts a setting or a selector back with the entry of its own kind', () => {
    const [turned] = of(open(setting('00'), setting('10')));
    expect(turned?.words).toBe('Turned: post-run of the fan, BC.S1 is at 10, found at 00');
    expect(turned?.restored?.body).toEqual(setting('00'));
    const [moved] = of(open(selector('auto'), selector('hand')));
    expect(moved?.restored?.body).toEqual(selector('auto'));
  });

  it('knows what the chart had turned only where its step was done, and then no later look tells how it was found', () => {
    const step: WalkableStep = { kind: 'action', text: 'Turn it.', sets: { positions: { S9: 'hand' } }, next: 'more' };
    const more: WalkableStep = { kind: 'action', text: 'Wait.', next: '@end' };
    const [any] = Object.values(BURNER_CONTEXT.procedures);
    const chart = { ...any, id: 'turns', start: 'turn', steps: { turn: step, more } } as ProcedureDocument;
    const context = new VisitContext({ model: BURNER_CONTEXT.model, procedures: { turns: chart }, meters: {} });
    const begun = (...bodies: readonly EventBody[]): VisitDriver => {
      const visit = new VisitDriver(context);
      visit.log({ type: 'visit-opened', unit: 'burner', complaint: '' });
      visit.log({ type: 'procedure-started', procedure: 'turns', start: 'turn' });
      bodies.forEach((body) => visit.log(body));
      return visit;
    };
    const done = begun({ type: 'action-done', step: 'turn', next: 'more' }, selector('hand'), selector('auto'));
    expect(of(done).map(({ words }) => words)).toEqual(['Turned: S9 is at auto, how it was found is not noted']);
    expect(closingRefusal(done.context, done.state, 'as the grower wants it')).toBeUndefined();
    const passed = begun(
      { type: 'step-skipped', step: 'turn', how: 'cannot-do', reason: 'stuck', next: 'more' },
      { type: 'action-done', step: 'more', next: '@end' },
      setting('00', 'reported'),
      selector('hand'),
    );
    expect(of(passed)).toEqual([]);
  });

  it('says each as it is read out, with what it takes away, and what nobody has confirmed', () => {
    const said = (...bodies: readonly EventBody[]): readonly string[] => {
      const { context, state } = open(...bodies);
      return alteredWords(context, state);
    };
    expect(said(...EACH.jumper.bodies)).toEqual(['Jumper in: PS1·1 to PS1·2, without draught protection']);
    const plain: EventBody = { type: 'bypass-placed', bypass: 'j', from: 'CC.1', to: 'CC.2', why: 'test' };
    expect(said(plain)).toEqual(['Jumper in: CC·1 to CC·2']);
    const taken = open(plain);
    taken.log({ type: 'retracted', event: taken.events.at(-1)?.id ?? '' });
    expect(alteredWords(taken.context, taken.state)).toEqual(['Jumper may still be in: CC·1 to CC·2']);
    expect(said(...EACH.interlock.bodies)).toEqual(['Interlock held: Lid, without its protection']);
    const held: EventBody = { type: 'condition-noted', group: 'interlocks', item: 'HL1', state: 'held' };
    expect(said(held)[0]).toMatch(/HL1, without over temperature$/);
    expect(said(...EACH.plug.bodies)).toEqual(['Plug out: X3']);
    expect(said(...EACH.cord.bodies)).toEqual(["Out: the burner's plug at the post"]);
    const unsure: EventBody = { type: 'supply-changed', supply: 'mains', state: 'unknown' };
    expect(said(...EACH.cord.bodies, unsure)).toEqual(["Was out, not said to be back: the burner's plug at the post"]);
  });
});
