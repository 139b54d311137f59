import { BURNER_CONTEXT } from '../testing/burner';
import { VisitDriver } from '../testing/demo';
import { ALTERATION_KINDS, alterationsOf, closingRefusal, type Alteration, type EventBody } from '../visit';
import { pastVisit, suspicions } from '.';

const open = (...bodies: readonly EventBody[]): VisitDriver => {
  const visit = new VisitDriver(BURNER_CONTEXT);
  visit.log({ type: 'visit-opened', unit: 'burner', complaint: '' });
  bodies.forEach((body) => visit.log(body));
  return visit;
};
const of = ({ context, state }: VisitDriver): readonly Alteration[] => alterationsOf(context, state);

/** One of each kind, and whether closing is possible with it at all. */
const EACH: Readonly<Record<Alteration['kind'], { readonly body: EventBody; readonly isBlocking: boolean }>> = {
  jumper: {
    body: { type: 'bypass-placed', bypass: 'j', from: 'PS1.1', to: 'PS1.2', why: 'test', removes: 'draught' },
    isBlocking: true,
  },
  interlock: { body: { type: 'condition-noted', group: 'interlocks', item: 'lid', state: 'held' }, isBlocking: true },
  lead: { body: { type: 'condition-noted', group: 'leads', item: 'w8', state: 'BC.X3.1' }, isBlocking: false },
  plug: { body: { type: 'connector-changed', connector: 'BC.X3', state: 'out' }, isBlocking: false },
  cord: { body: { type: 'supply-changed', supply: 'mains', state: 'plug-out' }, isBlocking: false },
  cover: { body: { type: 'condition-noted', group: 'covers', item: 'main', state: 'off' }, isBlocking: false },
  gas: { body: { type: 'hazard-noted', kind: 'gas', where: 'at the valve' }, isBlocking: false },
};

describe('the register of what was altered', () => {
  for (const kind of ALTERATION_KINDS) {
    const { body, isBlocking } = EACH[kind];

    it(`has a ${kind}, asks for it at closing, and tells it to the next visit`, () => {
      const visit = open(body);
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
      const visit = open(body);
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
    const visit = open(...ALTERATION_KINDS.map((kind) => EACH[kind].body));
    expect(new Set(of(visit).map(({ kind }) => kind))).toEqual(new Set(ALTERATION_KINDS));
    for (const { restored } of of(visit)) if (restored) visit.log(restored.body);
    expect(of(visit).map(({ kind }) => kind)).toEqual(['gas']);
    expect(closingRefusal(visit.context, visit.state, 'the gas man is on his way')).toBeUndefined();
  });

  it('says in the log what was left, and why', () => {
    const visit = open(EACH.plug.body);
    visit.log({ type: 'visit-closed', leaves: 'water in it' });
    expect(visit.state.closed).toBeTrue();
    const past = pastVisit('v', visit.context, visit.state);
    expect(past.leftBecause).toBe('water in it');
    expect(past.left[0]?.words).toContain('Plug out');
  });
});
