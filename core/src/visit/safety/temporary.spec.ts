import fc from 'fast-check';
import burner from '../../../../demo/data/unit-models/co2-burner.json';
import fan from '../../../../demo/data/unit-models/fan-inverter.json';
import vent from '../../../../demo/data/unit-models/roof-vent-drive.json';
import { DEMO_CONTEXT, VisitDriver } from '../../testing/demo';
import { makesCall, NEVER_BYPASSED, protectionsBetween, type UnitModelDocument } from '../../unit-model';
import { VisitContext, type EventBody, type TemporaryMade } from '../record';
import { alterationsOf, closingRefusal, stayRefusal } from '.';

const WHOLE: TemporaryMade = {
  type: 'temporary-made',
  kind: 'jumper',
  text: 'the float switch is bridged, the tank is looked at twice a day',
  until: '2026-11-26',
  lacks: 'the dry run protection',
  told: 'the head gardener',
  acceptedBy: 'the owner',
  bypass: 'a',
};

const jumper = (bypass: string): EventBody => ({
  type: 'bypass-placed',
  bypass,
  from: 'FS1.1',
  to: 'FS1.2',
  why: 'until the switch is here',
});

type Deed =
  | { readonly kind: 'in' | 'out'; readonly jumper: 'a' | 'b' }
  | {
      readonly kind: 'cover';
      readonly lacksNothing: boolean;
      readonly missing?: 'lacks' | 'told' | 'acceptedBy';
      readonly until: string;
    }
  | { readonly kind: 'end' | 'close' };

const anyDeed: fc.Arbitrary<Deed> = fc.oneof(
  fc.record({ kind: fc.constantFrom('in', 'out'), jumper: fc.constantFrom('a', 'b') }) as fc.Arbitrary<Deed>,
  fc.record({
    kind: fc.constant('cover'),
    lacksNothing: fc.boolean(),
    missing: fc.constantFrom('lacks', 'told', 'acceptedBy'),
    until: fc.constantFrom('2026-11-23', '2026-11-24', '2026-12-24'),
  }) as fc.Arbitrary<Deed>,
  fc.record({ kind: fc.constantFrom('end', 'close', 'close') }) as fc.Arbitrary<Deed>,
);

/** All of it happens on the morning of 24 November. */
const TODAY = '2026-11-24';

/** A landlord with a list of his own: which jumpers are in, and which of them somebody answers for until a day. */
function isClosedBy(deeds: readonly Deed[]): boolean {
  const jumpers = new Set<string>();
  let covers: string[] = [];
  let isClosed = false;
  for (const deed of deeds) {
    const had = new Set(jumpers);
    if (deed.kind === 'in') jumpers.add(deed.jumper);
    if (deed.kind === 'out') jumpers.delete(deed.jumper);
    if (deed.kind === 'cover' && deed.lacksNothing) covers.push(deed.until);
    if (deed.kind === 'end') covers = [];
    const isAnswered = [...jumpers].every((each) => each === 'a' && covers.some((until) => until >= TODAY));
    if (!isAnswered || [...jumpers].some((each) => !had.has(each))) isClosed = false;
    if (deed.kind === 'close') isClosed = isAnswered;
  }
  return isClosed;
}

function worked(deeds: readonly Deed[]): VisitDriver {
  const visit = new VisitDriver().open();
  let covers: string[] = [];
  for (const deed of deeds) {
    if (deed.kind === 'in') visit.log(jumper(deed.jumper));
    if (deed.kind === 'out') visit.log({ type: 'bypass-removed', bypass: deed.jumper });
    if (deed.kind === 'close') visit.log({ type: 'visit-closed', leaves: 'said' });
    if (deed.kind === 'end')
      covers.forEach((temporary) => visit.log({ type: 'temporary-ended', temporary, text: 'the switch is in' }));
    if (deed.kind === 'end') covers = [];
    if (deed.kind === 'cover') covers.push(visit.log(coverOf(deed)).id);
  }
  return visit;
}

function coverOf({ lacksNothing, missing = 'told', until }: Extract<Deed, { readonly kind: 'cover' }>): TemporaryMade {
  const cover = { ...WHOLE, until };
  if (lacksNothing) return cover;
  const { [missing]: _missing, ...rest } = cover;
  return rest;
}

describe('a jumper that is left in', () => {
  it('lets a visit be closed exactly while a temporary repair answers for it', () => {
    fc.assert(
      fc.property(fc.array(anyDeed, { maxLength: 9 }), (deeds) => worked(deeds).state.closed === isClosedBy(deeds)),
      { numRuns: 600 },
    );
  });

  it('is told in what was left, with what it takes away, and needs its reason', () => {
    const visit = worked([
      { kind: 'in', jumper: 'a' },
      { kind: 'cover', lacksNothing: true, until: '2026-12-24' },
    ]);
    const [left] = alterationsOf(visit.context, visit.state);
    expect(left?.words).toContain('Jumper in');
    expect(left?.takesAway).toBeUndefined();
    expect(closingRefusal(visit.context, visit.state)).toContain('say why');
    expect(closingRefusal(visit.context, visit.state, 'the switch comes on Thursday')).toBeUndefined();
  });

  it('never stays where it takes away what must not be bypassed, makes a call, was not seen, or is on no drawing', () => {
    const others = [burner, fan, vent].map(
      (model) => new VisitContext({ ...DEMO_CONTEXT, model: model as unknown as UnitModelDocument }),
    );
    let guarded = 0;
    for (const context of [DEMO_CONTEXT, ...others]) {
      const points = [...context.wiring.terminals];
      const visit = new VisitDriver(context);
      visit.log({ type: 'visit-opened', unit: 'x', complaint: '', meter: 'hand-6000' });
      visit.log(WHOLE);
      for (const from of points)
        for (const to of points) {
          const entry = { bypass: 'a', from, to, why: '', placedAt: '', placedBy: '', unconfirmed: false };
          const isNever = protectionsBetween(context.wiring, { from, to }).some((each) => NEVER_BYPASSED.has(each));
          if (isNever) guarded += 1;
          if (isNever && stayRefusal(context, visit.state, entry) === undefined) fail(`${from} to ${to} may stay`);
          if (stayRefusal(context, visit.state, { ...entry, unconfirmed: true }) === undefined) fail('unconfirmed');
          if (stayRefusal(context, visit.state, { ...entry, makes: 'mist' }) === undefined) fail('makes a call');
        }
      const stays = (from: string, to: string): boolean =>
        stayRefusal(context, visit.state, {
          bypass: 'a',
          from,
          to,
          why: '',
          placedAt: '',
          placedBy: '',
          unconfirmed: false,
        }) === undefined;
      const sides = (point: string): readonly string[] => [point, `${point}@plug`];
      // At the ends of a call, at whatever is one wire away from them, on either side of a plug, turned or not.
      for (const { joins } of context.model.calls ?? []) {
        const [one = '', other = ''] = joins;
        const near = (end: string): readonly string[] =>
          points.filter((point) => point === end || context.wiring.byWire.joined(point, end)).flatMap(sides);
        for (const from of near(one))
          for (const to of near(other))
            if (stays(from, to) || stays(to, from)) fail(`${from} to ${to} makes a call and may stay`);
      }
      for (const { id } of context.model.devices.filter(({ kind }) => kind === 'interlock')) {
        const [one = '', other = ''] = points.filter((point) => point.startsWith(`${id}.`));
        if (stays(one, other) || stays(other, one)) fail(`${id} bridged may stay`);
      }
    }
    // The controller's own contact makes the call through the guard in series.
    const [, fanContext] = others;
    expect(fanContext && makesCall(fanContext.wiring, { from: 'CL.1', to: 'CL.2' })).toBeTrue();
    expect(guarded).toBeGreaterThan(0);
  });
});
