import fc from 'fast-check';
import { VisitDriver } from '../testing/demo';
import { leftRunning, pastVisit, suspicions, unseenJumpers, type PastVisit } from '.';

type Deed = { readonly kind: 'make' | 'note' } | { readonly kind: 'end'; readonly which: number };

const deeds = fc.array(
  fc.oneof(
    fc.constantFrom<Deed>({ kind: 'make' }, { kind: 'note' }),
    fc.record({ kind: fc.constant('end' as const), which: fc.nat(9) }),
  ),
  { maxLength: 6 },
);

/** Visits to one unit, one after the other; what each makes has an id that no other has. */
function visitsOf(all: readonly (readonly Deed[])[]): {
  readonly past: readonly PastVisit[];
  readonly open: Set<string>;
} {
  const open = new Set<string>();
  const made: string[] = [];
  const past = all.map((done, number): PastVisit => {
    const visit = new VisitDriver().open();
    done.forEach((deed, at) => {
      const id = `00000000-0000-7000-8000-${String(number + 1).padStart(6, '0')}${String(at).padStart(6, '0')}`;
      const target = deed.kind === 'end' ? made[deed.which] : undefined;
      if (deed.kind === 'make') {
        visit.log({ type: 'temporary-made', kind: 'makeshift', text: 'taped', until: '2026-11-20' }, { id });
        made.push(id);
        open.add(id);
      }
      if (deed.kind === 'note') {
        visit.log({ type: 'follow-up-noted', text: 'corroded' }, { id });
        made.push(id);
        open.add(id);
      }
      if (target !== undefined) {
        visit.log({ type: 'temporary-ended', temporary: target, text: 'gone' }, { id });
        visit.log({ type: 'follow-up-done', followUp: target });
        open.delete(target);
      }
    });
    return pastVisit(`v${number}`, visit.context, visit.state);
  });
  return { past, open };
}

describe('what earlier visits left to be ended', () => {
  it('is told until any visit puts an end to it, and by none that comes after', () => {
    fc.assert(
      fc.property(fc.array(deeds, { maxLength: 4 }), (all) => {
        const { past, open } = visitsOf(all);
        const { temporaries, followUps } = leftRunning(past);
        expect(new Set([...temporaries, ...followUps].map(({ id }) => id))).toEqual(open);
        const told = suspicions(past, [], { now: Date.UTC(2026, 10, 25) });
        expect(told.filter(({ kind }) => kind === 'temporary').length).toBe(temporaries.length);
        expect(told.every(({ kind, words }) => kind !== 'temporary' || words.includes('has run out'))).toBeTrue();
      }),
    );
  });

  it('is not told twice of a jumper that a temporary repair answers for', () => {
    const visit = new VisitDriver().open();
    visit.log({ type: 'bypass-placed', bypass: 'a', from: 'FS1.1', to: 'FS1.2', why: 'until the switch is here' });
    visit.log({ type: 'temporary-made', kind: 'jumper', text: 'bridged', until: '2026-11-27', bypass: 'a' });
    const past = pastVisit('v1', visit.context, visit.state);
    const told = suspicions([past], [], { now: Date.UTC(2026, 10, 25) });
    expect(told.map(({ kind }) => kind).filter((kind) => kind === 'temporary' || kind === 'left-altered')).toEqual([
      'temporary',
    ]);
    expect(past.temporaries?.[0]?.jumper?.from).toBe('FS1.1');
  });

  it('counts as in until somebody says a word of it on the visit at hand, or has ended it', () => {
    const before = new VisitDriver().open();
    before.log({ type: 'bypass-placed', bypass: 'a', from: 'FS1.1', to: 'FS1.2', why: 'until the switch is here' });
    const made = before.log({
      type: 'temporary-made',
      kind: 'jumper',
      text: 'bridged',
      until: '2026-11-27',
      bypass: 'a',
    });
    const past = pastVisit('v1', before.context, before.state);
    const words = fc.array(fc.constantFrom('in', 'turned', 'other', 'out', 'note', 'ended'), { maxLength: 5 });
    fc.assert(
      fc.property(words, (said) => {
        const visit = new VisitDriver().open();
        for (const word of said) {
          if (word === 'in')
            visit.log({ type: 'bypass-placed', bypass: 'a', from: 'FS1.1', to: 'FS1.2', why: 'still in' });
          if (word === 'turned')
            visit.log({ type: 'bypass-placed', bypass: 'z', from: 'FS1.2', to: 'FS1.1', why: 'still in' });
          // Another jumper that goes by the same name.
          if (word === 'other')
            visit.log({ type: 'bypass-placed', bypass: 'a', from: 'PS1.1', to: 'PS1.2', why: 'test' });
          if (word === 'out') visit.log({ type: 'bypass-removed', bypass: 'a' });
          if (word === 'note') visit.log({ type: 'note-added', text: 'wet' });
          if (word === 'ended') visit.log({ type: 'temporary-ended', temporary: made.id, text: 'gone' });
        }
        const left = leftRunning([past], pastVisit('v2', visit.context, visit.state));
        const isSpokenOf = said.some((word) => word === 'in' || word === 'turned' || word === 'ended');
        expect(unseenJumpers(left, visit.state).length).toBe(isSpokenOf ? 0 : 1);
      }),
    );
  });
});
