import fc from 'fast-check';
import { uuid, VisitDriver } from '../../testing/demo';
import type { EventBody, VisitState } from '../record';
import { replay } from '../replay';

type Deed =
  | { readonly kind: 'in' | 'out'; readonly jumper: 'a' | 'b' }
  | { readonly kind: 'hold' | 'free' }
  | { readonly kind: 'unplug' | 'plug' | 'pull' | 'switch-on' }
  | { readonly kind: 'close' | 'reopen' | 'note' | 'note-elsewhere' };

const anyDeed: fc.Arbitrary<Deed> = fc.oneof(
  fc.record({ kind: fc.constantFrom('in', 'out'), jumper: fc.constantFrom('a', 'b') }) as fc.Arbitrary<Deed>,
  fc.record({
    kind: fc.constantFrom('hold', 'free', 'unplug', 'plug', 'pull', 'switch-on', 'reopen', 'note', 'note-elsewhere'),
  }) as fc.Arbitrary<Deed>,
  fc.record({ kind: fc.constant('close') }) as fc.Arbitrary<Deed>,
);

function bodyOf(deed: Deed): EventBody {
  switch (deed.kind) {
    case 'in':
      return { type: 'bypass-placed', bypass: deed.jumper, from: 'FS1.1', to: 'FS1.2', why: 'test' };
    case 'out':
      return { type: 'bypass-removed', bypass: deed.jumper };
    case 'hold':
    case 'free':
      return {
        type: 'condition-noted',
        group: 'interlocks',
        item: 'lid',
        state: deed.kind === 'hold' ? 'held' : 'free',
      };
    case 'unplug':
    case 'plug':
      return { type: 'connector-changed', connector: 'CB.X1', state: deed.kind === 'unplug' ? 'out' : 'in' };
    case 'close':
      return { type: 'visit-closed', leaves: 'said' };
    case 'reopen':
      return { type: 'visit-reopened', reason: 'called back' };
    case 'pull':
    case 'switch-on':
      return { type: 'supply-changed', supply: 'mains', state: deed.kind === 'pull' ? 'plug-out' : 'on' };
    case 'note':
    case 'note-elsewhere':
      return { type: 'note-added', text: 'dry' };
  }
}

/** What anybody would say who stood there: hands on a board with two jumpers, a lid and a plug. */
function isClosedBy(deeds: readonly Deed[]): boolean {
  const standing = new Set<string>();
  let isClosed = false;
  for (const deed of deeds) {
    const had = standing.size;
    if (deed.kind === 'in') standing.add(deed.jumper);
    if (deed.kind === 'out') standing.delete(deed.jumper);
    if (deed.kind === 'hold') standing.add('lid');
    if (deed.kind === 'free') standing.delete('lid');
    if (deed.kind === 'unplug') standing.add('plug');
    if (deed.kind === 'plug') standing.delete('plug');
    if (deed.kind === 'pull') standing.add('cord');
    if (deed.kind === 'switch-on') standing.delete('cord');
    if (standing.size > had || deed.kind === 'reopen') isClosed = false;
    const isBlocked = [...standing].some((each) => each !== 'plug' && each !== 'cord');
    if (deed.kind === 'close') isClosed = !isBlocked;
  }
  return isClosed;
}

function logged(deeds: readonly Deed[]): VisitDriver {
  const visit = new VisitDriver().open();
  deeds.forEach((deed) => visit.log(bodyOf(deed), deed.kind === 'note-elsewhere' ? { device: uuid(901) } : {}));
  return visit;
}

describe('a closed visit', () => {
  it('is closed exactly as long as nothing was altered since, and never over a jumper or a held lid', () => {
    fc.assert(
      fc.property(fc.array(anyDeed, { maxLength: 14 }), (deeds) => {
        const { state, context, events } = logged(deeds);
        expect(state.closed).toBe(isClosedBy(deeds));
        expect(replay(context, events).closed).toBe(state.closed);
      }),
      { numRuns: 400 },
    );
  });

  it('is open again over a jumper that another tablet tells of late, and says why until it is closed anew', () => {
    const undone = (state: VisitState): string => (state.closingUndone ?? []).join();
    const late = logged([{ kind: 'close' }, { kind: 'in', jumper: 'a' }]);
    expect(late.state.closed).toBeFalse();
    expect(undone(late.state)).toBe('Jumper in: FS1·1 to FS1·2');
    late.log(bodyOf({ kind: 'out', jumper: 'a' }));
    expect(undone(late.state)).not.toBe('');
    late.log(bodyOf({ kind: 'close' }));
    expect(late.state.closed).toBeTrue();
    expect(undone(late.state)).toBe('');
    const early = logged([{ kind: 'in', jumper: 'a' }, { kind: 'close' }]);
    expect(undone(early.state)).toBe('Jumper in: FS1·1 to FS1·2');
  });

  it('is open again when the taking out of a jumper is taken back, and when gas is smelt', () => {
    const visit = logged([{ kind: 'in', jumper: 'a' }, { kind: 'out', jumper: 'a' }, { kind: 'close' }]);
    const removal = visit.events.find(({ type }) => type === 'bypass-removed');
    visit.log({ type: 'retracted', event: removal?.id ?? '' });
    expect(visit.state.closed).toBeFalse();
    const gas = logged([{ kind: 'close' }]);
    gas.log({ type: 'hazard-noted', kind: 'gas', where: 'at the door' } as EventBody);
    expect(gas.state.closed).toBeFalse();
  });
});
