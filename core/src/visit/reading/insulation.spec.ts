import fc from 'fast-check';
import { HAND_METER } from '../../testing/demo';
import { FAN_CONTEXT } from '../../testing/traps';
import { VisitDriver } from '../../testing/demo';
import { plugsReached } from '../../unit-model';
import { unmetForMeasuring } from '../walking';
import { askedFree, VisitContext } from '..';

const CONTEXT = new VisitContext({ ...FAN_CONTEXT, meters: { ...FAN_CONTEXT.meters, [HAND_METER.id]: HAND_METER } });
const MEGOHMS = { function: 'insulation', expects: '> 5 MΩ' } as const;

function driver(meter: string): VisitDriver {
  const visit = new VisitDriver(CONTEXT);
  visit.log({ type: 'visit-opened', unit: 'u', complaint: 'c', meter });
  return visit;
}

function unmetAt(visit: VisitDriver, from: string, to: string): readonly string[] {
  const asked = askedFree(CONTEXT, visit.state, { ...MEGOHMS, from, to });
  if (!('unmet' in asked)) throw new Error(JSON.stringify(asked));
  return asked.unmet.map(({ group, id }) => `${group} ${id}`);
}

describe('an insulation test', () => {
  it('wants the electronics it would reach unplugged, from whichever terminal it is made', () => {
    const visit = driver('insul-500');
    for (const [from, to] of [
      ['M1.U', 'PE.3'],
      ['PE.3', 'M1.U'],
      ['IV.X3.1', 'PE.3'],
    ] as const)
      expect(unmetAt(visit, from, to))
        .withContext(`${from} to ${to}`)
        .toContain('connectors IV.X3');
    const once = unmetForMeasuring(
      CONTEXT.wiring,
      { function: 'insulation', from: 'M1.U', to: 'PE.3', requires: { connectors: { 'IV.X3': 'out' } } },
      visit.state.conditions,
      () => visit.state.conditions,
    ).filter(({ id }) => id === 'IV.X3');
    expect(once.map(({ words }) => words.endsWith('the test voltage would reach the board'))).toEqual([true]);
    visit.log({ type: 'connector-changed', connector: 'IV.X3', state: 'out' });
    expect(unmetAt(visit, 'M1.U', 'PE.3').filter((each) => each.startsWith('connectors'))).toEqual([]);
  });

  it('reaches no less with a lead back on than with it lifted', () => {
    const { wiring } = CONTEXT;
    const terminals = [...wiring.terminals];
    const wires = wiring.model.wires.map(({ id }) => id);
    fc.assert(
      fc.property(
        fc.constantFrom(...terminals),
        fc.subarray(wires),
        fc.constantFrom(...wires),
        (point, lifted, back) => {
          const of = (ids: readonly string[]): readonly string[] =>
            plugsReached(
              wiring,
              [point],
              Object.fromEntries(ids.map((id) => [id, wiring.model.wires.find((wire) => wire.id === id)?.from ?? ''])),
            );
          const fewer = of(lifted.filter((id) => id !== back));
          for (const plug of of([...new Set([...lifted, back])])) expect(fewer).toContain(plug);
        },
      ),
    );
  });

  it('is refused with a meter that makes none, and with another voltage than asked for', () => {
    const asked = askedFree(CONTEXT, driver(HAND_METER.id).state, { ...MEGOHMS, from: 'M1.U', to: 'PE.3' });
    expect('refusal' in asked ? asked.refusal : '').toContain('does not test insulation');
    const own = askedFree(CONTEXT, driver('insul-500').state, { ...MEGOHMS, from: 'M1.U', to: 'PE.3' });
    expect('refusal' in own ? own.refusal : undefined).toBeUndefined();
  });
});
