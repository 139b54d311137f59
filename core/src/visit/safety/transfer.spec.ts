import fc from 'fast-check';
import { VisitDriver } from '../../testing/demo';
import type { EventBody } from '../record';
import { replay } from '../replay';
import { alterationsOf, offeredPlaces, powerUpRefusal, transfersOf } from '.';

/** Two wires the drawing knows, one only its owner knows, a plug. */
const PLACES = [
  { at: 'CB.X1.4', wire: 'w14', colour: 'white' },
  { at: 'CB.X1.5', wire: 'w15', colour: 'white' },
  { at: 'the blue one under the cover', colour: 'blue' },
  { at: 'LB.J1' },
] as const;

type Deed =
  | { readonly kind: 'off' | 'on'; readonly place: number }
  | { readonly kind: 'check' | 'take back' }
  | { readonly kind: 'lift elsewhere' | 'put on elsewhere' };

const place = fc.nat(PLACES.length - 1);
const anyDeed: fc.Arbitrary<Deed> = fc.oneof(
  { weight: 5, arbitrary: fc.record({ kind: fc.constantFrom('off', 'on'), place }) as fc.Arbitrary<Deed> },
  { weight: 2, arbitrary: fc.constant<Deed>({ kind: 'check' }) },
  fc.record({ kind: fc.constantFrom('take back', 'lift elsewhere', 'put on elsewhere') }) as fc.Arbitrary<Deed>,
);

/** Half of all walks put everything on in the end: else hardly one ever came to a check that counts. */
const anyWalk: fc.Arbitrary<readonly Deed[]> = fc
  .tuple(fc.array(anyDeed, { maxLength: 10 }), fc.boolean(), fc.array(anyDeed, { maxLength: 2 }))
  .map(([deeds, isFinished, more]) => [
    ...deeds,
    ...(isFinished ? [...PLACES.map((_each, at): Deed => ({ kind: 'on', place: at })), { kind: 'check' } as Deed] : []),
    ...more,
  ]);

/** What somebody would say who watches the hands, and never believes that a wire that came off is on by a word alone. */
function onlooker(deeds: readonly Deed[]): { readonly off: Set<number>; readonly mayPower: boolean } {
  const log: { readonly deed: Deed; isTakenBack: boolean }[] = [];
  for (const deed of deeds) {
    if (deed.kind !== 'take back') log.push({ deed, isTakenBack: false });
    else {
      const last = log.findLast(
        ({ deed: each, isTakenBack }) => !isTakenBack && (each.kind === 'on' || each.kind === 'check'),
      );
      if (last) last.isTakenBack = true;
    }
  }
  const state = PLACES.map(() => 'before' as 'before' | 'off' | 'on');
  let isChecked = false;
  for (const { deed, isTakenBack } of log) {
    if (isTakenBack) {
      // An answer that is taken back leaves the check before it stale: the wire was moved, or was not.
      if (deed.kind === 'on') isChecked = false;
      continue;
    }
    const before = state.join();
    if (deed.kind === 'off' || deed.kind === 'on') state[deed.place] = deed.kind;
    if (deed.kind === 'lift elsewhere') state[0] = 'off';
    if (deed.kind === 'put on elsewhere' && state[0] === 'off') state[0] = wasMoved(log, deed) ? 'on' : 'before';
    if (deed.kind === 'off' || deed.kind === 'on' || state.join() !== before) isChecked = false;
    if (deed.kind === 'check') isChecked = true;
  }
  const isUntouched = state.every((each) => each === 'before');
  return {
    off: new Set(state.flatMap((each, at) => (each === 'off' ? [at] : []))),
    mayPower: isUntouched || (state.every((each) => each === 'on') && isChecked),
  };
}

function wasMoved(log: readonly { readonly deed: Deed; readonly isTakenBack: boolean }[], until: Deed): boolean {
  const at = log.findIndex(({ deed }) => deed === until);
  return log
    .slice(0, at)
    .some(({ deed, isTakenBack }) => !isTakenBack && (deed.kind === 'off' || deed.kind === 'on') && deed.place === 0);
}

function worked(deeds: readonly Deed[]): VisitDriver {
  const visit = new VisitDriver().open();
  const { id } = visit.log({ type: 'transfer-begun', of: 'CB', places: PLACES });
  const open: string[] = [];
  for (const deed of deeds) {
    const body = bodyOf(deed, id);
    if (body) {
      const logged = visit.log(body);
      if (deed.kind === 'on' || deed.kind === 'check') open.push(logged.id);
    } else {
      const last = open.pop();
      if (last !== undefined) visit.log({ type: 'retracted', event: last });
    }
  }
  return visit;
}

function bodyOf(deed: Deed, transfer: string): EventBody | undefined {
  switch (deed.kind) {
    case 'off':
    case 'on':
      return { type: 'wire-moved', transfer, place: deed.place, state: deed.kind };
    case 'check':
      return { type: 'transfer-checked', transfer };
    case 'lift elsewhere':
      return { type: 'condition-noted', group: 'leads', item: 'w14', state: 'CB.X1.4' };
    case 'put on elsewhere':
      return { type: 'condition-noted', group: 'leads', item: 'w14', state: 'on' };
    case 'take back':
      return undefined;
  }
}

describe('wires that are moved from an old part to a new one', () => {
  it('get power exactly when every one is on and was held against the list since, and each that is off is told', () => {
    fc.assert(
      fc.property(anyWalk, (deeds) => {
        const visit = worked(deeds);
        const { off, mayPower } = onlooker(deeds);
        const [transfer] = transfersOf(visit.context, visit.state);
        expect(new Set((transfer?.places ?? []).flatMap(({ state }, at) => (state === 'off' ? [at] : [])))).toEqual(
          off,
        );
        expect(powerUpRefusal(visit.context, visit.state) === undefined).toBe(mayPower);
        const told = alterationsOf(visit.context, visit.state).filter(({ kind }) => kind === 'lead' || kind === 'plug');
        expect(told.length).toBe(off.size);
        expect(replay(visit.context, visit.events)).toEqual(visit.state);
      }),
      { numRuns: 400 },
    );
  });

  it('what came off counts as off, also where that or the whole list was taken back', () => {
    for (const place of PLACES.keys()) {
      const visit = new VisitDriver().open();
      const begun = visit.log({ type: 'transfer-begun', of: 'CB', places: PLACES });
      const off = visit.log({ type: 'wire-moved', transfer: begun.id, place, state: 'off' });
      visit.log({ type: 'retracted', event: off.id });
      visit.log({ type: 'retracted', event: begun.id });
      expect(powerUpRefusal(visit.context, visit.state)).withContext(`${place}`).toContain('not on yet');
      expect(alterationsOf(visit.context, visit.state).length).withContext(`${place}`).toBe(1);
    }
  });

  it('count each end of a wire by itself, in one list and in two', () => {
    const ends = [
      { at: 'CB.X1.4', wire: 'w14', colour: 'orange' },
      { at: 'FS1.2', wire: 'w14', colour: 'orange' },
    ];
    const moves = fc.array(fc.record({ end: fc.nat(1), isOn: fc.boolean() }), { maxLength: 8 });
    fc.assert(
      fc.property(moves, fc.boolean(), (all, isOneList) => {
        const visit = new VisitDriver().open();
        const lists = (isOneList ? [ends] : ends.map((end) => [end])).map((places) =>
          visit.log({ type: 'transfer-begun', of: 'CB', places }),
        );
        const off = new Set<number>();
        for (const { end, isOn } of all) {
          const transfer = (isOneList ? lists[0] : lists[end])?.id ?? '';
          visit.log({ type: 'wire-moved', transfer, place: isOneList ? end : 0, state: isOn ? 'on' : 'off' });
          if (isOn) off.delete(end);
          else off.add(end);
        }
        const found = transfersOf(visit.context, visit.state).flatMap(({ places }) => places);
        expect(new Set(found.flatMap(({ state }, end) => (state === 'off' ? [end] : [])))).toEqual(off);
        const told = alterationsOf(visit.context, visit.state).filter(({ kind }) => kind === 'lead');
        expect(told.length).toBe(off.size > 0 ? 1 : 0);
      }),
    );
  });

  it('are told apart by their places, colours and ends, and those of one colour are named', () => {
    const visit = new VisitDriver().open();
    visit.log({ type: 'transfer-begun', of: 'CB', places: PLACES });
    const [transfer] = transfersOf(visit.context, visit.state);
    expect(transfer?.places.map(({ alike }) => alike.length)).toEqual([1, 1, 0, 0]);
    expect(transfer?.places[0]?.alike[0]).toContain('X1·5');
  });

  it('come from the wiring list, every wire of the part once, in the colours of this unit', () => {
    const visit = new VisitDriver().open();
    visit.log({ type: 'wire-colour-noted', wire: 'w14', colour: 'pink' });
    for (const { id } of [...visit.context.model.boards, ...visit.context.model.devices]) {
      const offered = offeredPlaces(visit.context, visit.state, id, true);
      const ends = visit.context.model.wires.flatMap(({ id: wire, from, to }) =>
        [from, to].flatMap((at) => (at.startsWith(`${id}.`) ? [`${wire} ${at}`] : [])),
      );
      expect(offered.map(({ wire, at }) => `${wire} ${at}`).sort())
        .withContext(id)
        .toEqual(ends.sort());
      for (const { wire, colour } of offered) if (wire === 'w14') expect(colour).toBe('pink');
    }
  });
});
