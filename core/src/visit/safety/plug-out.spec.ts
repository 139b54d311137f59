import { BURNER_CONTEXT } from '../../testing/burner';
import { DEMO_CONTEXT, uuid, VisitDriver } from '../../testing/demo';
import type { SupplyState } from '../../procedure';
import { unmetConditions } from '../walking';
import { VisitContext, type EventEnvelope } from '../record';
import { alterationsOf } from '.';

/** A machine whose mains come by a plug, with or without a second source. */
function withPlug(base: VisitContext, plug: string | undefined = 'the plug on the post'): VisitContext {
  const supplies = base.model.supplies.map((supply) =>
    supply.id === 'mains' && plug !== undefined ? { ...supply, plug } : supply,
  );
  return new VisitContext({ ...base, model: { ...base.model, supplies } });
}

const DEAD = (context: VisitContext) => ({
  supplies: Object.fromEntries(context.model.supplies.map(({ id }) => [id, 'proven-dead' as const])),
});

function open(context: VisitContext): VisitDriver {
  const visit = new VisitDriver(context);
  visit.log({ type: 'visit-opened', unit: 'x', complaint: '' });
  return visit;
}

const out = (visit: VisitDriver): void => {
  visit.log({ type: 'supply-changed', supply: 'mains', state: 'plug-out' });
};

const lacks = ({ context, state }: VisitDriver): number =>
  unmetConditions(context.model, DEAD(context), state.conditions).length;

const mains = ({ state }: VisitDriver): SupplyState | undefined => state.conditions.supplies?.['mains'];

describe('a plug that is out, in my sight', () => {
  for (const [name, base] of [
    ['the pump', DEMO_CONTEXT],
    ['the burner', BURNER_CONTEXT],
  ] as const) {
    it(`serves where a proof of dead would, also for what a transformer makes of it: ${name}`, () => {
      const visit = open(withPlug(base));
      expect(lacks(visit)).toBe(2);
      out(visit);
      expect(lacks(visit)).toBe(0);
    });
  }

  it('is nothing of a machine that has no plug: that is off at most', () => {
    const visit = open(DEMO_CONTEXT);
    out(visit);
    expect(mains(visit)).toBe('off');
    expect(lacks(visit)).toBe(2);
  });

  it('does not serve for a direct current that capacitors may hold, nor for another source', () => {
    for (const extra of [
      { id: 'bus', system: 'dc', nominal: '325 V', from: 'IV' },
      { id: 'other', system: 'single-phase', nominal: '230 V' },
    ] as const) {
      const base = withPlug(DEMO_CONTEXT);
      const model = { ...base.model, supplies: [...base.model.supplies, extra] };
      const visit = open(new VisitContext({ ...base, model }));
      out(visit);
      expect(unmetConditions(model, DEAD(visit.context), visit.state.conditions).map(({ id }) => id)).toContain(
        extra.id,
      );
    }
  });

  it('ends when it is put back, when it is out of sight, when it is taken back, and by itself when nobody was there', () => {
    const ends: readonly ((visit: VisitDriver, id: string, previous: EventEnvelope) => void)[] = [
      (visit) => visit.log({ type: 'supply-changed', supply: 'mains', state: 'on' }),
      (visit) => visit.log({ type: 'supply-changed', supply: 'mains', state: 'unknown' }),
      (visit, id) => visit.log({ type: 'retracted', event: id }),
      (visit, _id, { at }) =>
        visit.log({ type: 'note-added', text: 'back' }, { at: new Date(Date.parse(at) + 16 * 60_000).toISOString() }),
      (visit) => visit.log({ type: 'note-added', text: 'back' }, { device: uuid(901), by: 'Finch' }),
      (visit) => visit.log({ type: 'visit-resumed', awaySeconds: 9000 }),
    ];
    for (const end of ends) {
      const visit = open(withPlug(DEMO_CONTEXT));
      const event = visit.log({ type: 'supply-changed', supply: 'mains', state: 'plug-out' });
      visit.log({ type: 'note-added', text: 'still out' });
      expect(lacks(visit)).toBe(0);
      end(visit, event.id, visit.events.at(-1) ?? event);
      expect(lacks(visit)).withContext(end.toString()).toBe(2);
      // Nobody drops out of the register by going for a coffee: only what is on, or was never out, is not told.
      const isTold = alterationsOf(visit.context, visit.state).some(({ kind }) => kind === 'cord');
      const isBack = visit.state.conditions.supplies?.['mains'] === 'on' || end.toString().includes('retracted');
      expect(isTold).withContext(end.toString()).toBe(!isBack);
    }
  });
});
