import fc from 'fast-check';
import {
  believedAtStart,
  CONDITION_GROUPS,
  restingState,
  stateOf,
  type Conditions,
  type ProcedureDocument,
} from '../../procedure';
import { DEMO_CONTEXT, DEMO_PROCEDURE, VisitDriver } from '../../testing/demo';
import { alterationsOf } from '../safety';
import { VisitContext, type EventBody } from '../record';

const NOTED: readonly EventBody[] = [
  { type: 'connector-changed', connector: 'CB.X1', state: 'out' },
  { type: 'condition-noted', group: 'leads', item: 'w14', state: 'FS1.1' },
  { type: 'condition-noted', group: 'interlocks', item: 'GD', state: 'held' },
  { type: 'condition-noted', group: 'covers', item: 'main', state: 'off' },
  { type: 'condition-noted', group: 'parts', item: 'PS1', state: 'out-of-service' },
  { type: 'condition-noted', group: 'positions', item: 'S9', state: 'hand' },
  { type: 'supply-changed', supply: 'mains', state: 'on' },
];

/** Anything an author may write as what holds at the start. */
const given: fc.Arbitrary<Conditions> = fc.record(
  {
    supplies: fc.record({ mains: fc.constantFrom('on', 'off', 'locked', 'plug-out', 'proven-dead', 'unknown') }),
    calls: fc.record({ mist: fc.constantFrom('on', 'off') }),
    connectors: fc.record({ 'CB.X1': fc.constantFrom('in', 'out'), 'LB.J1': fc.constantFrom('in', 'out') }),
    leads: fc.record({ w14: fc.constantFrom('on', 'FS1.1'), w15: fc.constantFrom('on', 'FS1.2') }),
    bypasses: fc.record({ j: fc.constantFrom('in', 'out') }),
    interlocks: fc.record({ GD: fc.constantFrom('held', 'free') }),
    covers: fc.record({ main: fc.constantFrom('on', 'off') }),
    parts: fc.record({ PS1: fc.constantFrom('in-service', 'out-of-service') }),
    positions: fc.record({ S9: fc.constantFrom('auto', 'hand') }),
  },
  { requiredKeys: [] },
) as fc.Arbitrary<Conditions>;

function begun(chart: Conditions, before: readonly EventBody[]): VisitDriver {
  const procedure: ProcedureDocument = { ...DEMO_PROCEDURE, given: chart };
  const driver = new VisitDriver(new VisitContext({ ...DEMO_CONTEXT, procedures: { [procedure.id]: procedure } }));
  driver.log({ type: 'visit-opened', unit: 'x', complaint: '', meter: 'hand-6000' });
  before.forEach((body) => driver.log(body));
  driver.log({ type: 'procedure-started', procedure: procedure.id, start: procedure.start });
  return driver;
}

describe('what a chart assumes where it begins', () => {
  it('never undoes what hands were said to have done, whatever its author wrote', () => {
    fc.assert(
      fc.property(given, fc.subarray([...NOTED]), (chart, before) => {
        const plain = begun({}, before);
        const driver = begun(chart, before);
        const ids = new Set(alterationsOf(driver.context, driver.state).map(({ kind, id }) => `${kind} ${id}`));
        for (const { kind, id } of alterationsOf(plain.context, plain.state)) expect(ids).toContain(`${kind} ${id}`);
        if (plain.state.conditions.supplies?.['mains'] === 'on')
          expect(driver.state.conditions.supplies?.['mains']).toBe('on');
      }),
    );
  });

  it('makes no call, pulls no plug and lifts no lead: each is asked for, with what it may start', () => {
    fc.assert(
      fc.property(given, (chart) => {
        const { conditions } = begun(chart, []).state;
        for (const group of CONDITION_GROUPS.filter((each) =>
          ['calls', 'connectors', 'leads', 'bypasses'].includes(each),
        ))
          for (const id of Object.keys(chart[group as 'calls'] ?? {}))
            expect(stateOf(conditions, group, id))
              .withContext(`${group} ${id}`)
              .toBe(restingState(group));
      }),
    );
  });

  it('is believed where a selector stands, until somebody looks', () => {
    const chart: Conditions = { positions: { S9: 'auto' } };
    expect(begun(chart, []).state.conditions.positions).toEqual({ S9: 'auto' });
    const looked: EventBody = { type: 'condition-noted', group: 'positions', item: 'S9', state: 'hand' };
    expect(begun(chart, [looked]).state.conditions.positions).toEqual({ S9: 'hand' });
  });

  it('is believed of what the process does, until somebody notes otherwise', () => {
    const facts = { 'tank-low': true };
    expect(believedAtStart({ facts }, {}).facts).toEqual(facts);
    expect(believedAtStart({ facts }, { facts: { 'tank-low': false } }).facts).toEqual({});
  });
});
