import fc from 'fast-check';
import { CIRCUMSTANCES, circumstanceWords, USUAL } from '../../procedure';
import { SHIPPED_CHARTS } from '../../testing/shipped';
import { recordRows } from '../../formats';
import { DEMO_CONTEXT, DEMO_PROCEDURE, HAND_METER, VisitDriver } from '../../testing/demo';
import { walkAnywhere } from '../../testing/random-walk';
import { alterationsOf, closingRefusal } from '../safety';
import { answerStep } from '../answering';
import { openingCheck } from '../intake';
import { fixFor } from '../standing';
import { unmetForHands } from '../walking';
import { VisitContext, type EventBody } from '../record';
import { adoptableReading } from './adopt-reading';
import { enterFreeReading } from './free-reading';

const circumstance = (item: string, state: string): EventBody => ({
  type: 'condition-noted',
  group: 'circumstances',
  item,
  state,
});
const ELSEWHERE = ['bench', 'isolated', 'series-lamp'] as const;

describe('a board that is fed from elsewhere', () => {
  it('is never dead, wherever the visit stands, whatever was proven, until that feed is said to be off', () => {
    let proven = 0;
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: SHIPPED_CHARTS.length - 1 }),
        fc.array(fc.nat(9), { minLength: 3, maxLength: 30 }),
        fc.constantFrom(...ELSEWHERE),
        (which, choices, state) => {
          const { chart, model } = SHIPPED_CHARTS[which] ??
            SHIPPED_CHARTS[0] ?? { chart: DEMO_PROCEDURE, model: DEMO_CONTEXT.model };
          const context = new VisitContext({
            model,
            procedures: { [chart.id]: chart },
            meters: { [HAND_METER.id]: HAND_METER },
          });
          const driver = new VisitDriver(context);
          driver.log({ type: 'visit-opened', unit: 'u', complaint: '', meter: HAND_METER.id });
          driver.log({ type: 'procedure-started', procedure: chart.id, start: chart.start });
          walkAnywhere(driver, choices);
          const before = Object.values(driver.state.conditions.supplies ?? {});
          if (before.includes('proven-dead') || before.includes('plug-out')) proven += 1;
          const noted = driver.log(circumstance('feed', state));
          const ends = model.devices
            .flatMap(({ id }) => (id === 'K1' ? ['K1.A1', 'K1.A2'] : []))
            .concat(['anything', 'else']);
          const ohms = (): unknown => {
            const line = {
              function: 'resistance',
              from: ends[0] ?? '',
              to: ends[1] ?? '',
              expects: '',
              text: '9',
            } as const;
            const entered = enterFreeReading(context, driver.state, line);
            return entered.outcome === 'event' && 'judgement' in entered.body && entered.body.judgement.verdict;
          };
          for (const held of Object.values(driver.state.conditions.supplies ?? {}))
            expect(['proven-dead', 'plug-out']).not.toContain(held);
          expect(ohms()).toBe('invalid');
          const hands = unmetForHands(context.wiring, driver.state.conditions);
          expect(hands.some(({ group }) => group === 'circumstances')).toBeTrue();
          driver.log({ type: 'retracted', event: noted.id });
          expect(driver.state.conditions.circumstances?.['feed'])
            .withContext('taken back, and perhaps still there')
            .toBe(state);
          expect(ohms()).toBe('invalid');
        },
      ),
      { numRuns: 120 },
    );
    expect(proven).withContext('states in which something was dead').toBeGreaterThan(10);
  });

  it('is not dead by what is proven, pulled or done afterwards either', () => {
    let fed = 0;
    fc.assert(
      fc.property(
        fc.constantFrom(...SHIPPED_CHARTS),
        fc.array(fc.nat(9), { minLength: 3, maxLength: 30 }),
        fc.constantFrom(...ELSEWHERE),
        ({ chart, model }, choices, state) => {
          const procedures = { [chart.id]: chart };
          const context = new VisitContext({ model, procedures, meters: { [HAND_METER.id]: HAND_METER } });
          const driver = new VisitDriver(context);
          driver.log({ type: 'visit-opened', unit: 'u', complaint: '', meter: HAND_METER.id });
          driver.log({ type: 'procedure-started', procedure: chart.id, start: chart.start });
          driver.log(circumstance('feed', state));
          walkAnywhere(driver, choices);
          for (const { id } of model.supplies) driver.log({ type: 'supply-changed', supply: id, state: 'plug-out' });
          fed += 1;
          for (const held of Object.values(driver.state.conditions.supplies ?? {}))
            expect(['proven-dead', 'plug-out']).not.toContain(held);
          expect(
            driver.state.trail.every(
              ({ conditions }) => !Object.values(conditions.supplies ?? {}).includes('proven-dead'),
            ),
          )
            .withContext('at any line')
            .toBeTrue();
        },
      ),
      { numRuns: 120 },
    );
    expect(fed).toBeGreaterThan(100);
  });

  it('says which feed comes off first, by one tap, and blocks nothing once it is off', () => {
    const driver = new VisitDriver().open();
    driver.log(circumstance('feed', 'bench'));
    const [first] = unmetForHands(DEMO_CONTEXT.wiring, driver.state.conditions);
    expect(first?.words).toContain('fed from the bench: that feed comes off first');
    const fix = first && fixFor(driver.context, driver.state, first);
    expect(fix?.label).toBe('Now: fed as built');
    if (fix) driver.log(fix.body);
    const left = unmetForHands(DEMO_CONTEXT.wiring, driver.state.conditions);
    expect(left.some(({ group }) => group === 'circumstances')).toBeFalse();
  });
});

describe('how a reading is taken', () => {
  it('is said with every reading, in the table and where it stands', () => {
    for (const [id, { states }] of Object.entries(CIRCUMSTANCES)) {
      const [state = 'in words'] = Object.keys(states);
      const driver = new VisitDriver().open();
      driver.log({ type: 'supply-changed', supply: 'mains', state: 'on' });
      driver.log(circumstance(id, state));
      const line = { function: 'ac-voltage', from: 'X1.1', to: 'X1.8', expects: '24 V', text: '27' } as const;
      const entered = enterFreeReading(driver.context, driver.state, line);
      if (entered.outcome !== 'event') throw new Error(JSON.stringify(entered));
      driver.log(entered.body);
      const row = recordRows(driver.context, driver.state).at(-1);
      expect(row?.conditions).withContext(id).toContain(circumstanceWords(id, state));
    }
  });

  it('that leaves the machine other than it was built is asked for before closing', () => {
    for (const [id, { states, isAlteration }] of Object.entries(CIRCUMSTANCES)) {
      const [state = 'in words'] = Object.keys(states);
      const driver = new VisitDriver();
      driver.log({ type: 'visit-opened', unit: 'u', complaint: '' });
      driver.log(circumstance(id, state));
      const altered = alterationsOf(driver.context, driver.state);
      expect(altered.length)
        .withContext(id)
        .toBe(isAlteration ? 1 : 0);
      expect(closingRefusal(driver.context, driver.state) !== undefined).toBe(isAlteration === true);
      for (const { restored } of altered) if (restored) driver.log(restored.body);
      expect(closingRefusal(driver.context, driver.state)).toBeUndefined();
    }
  });

  it('makes another machine of it: what was read on a dummy load is not taken for the step', () => {
    const atFuse = (): VisitDriver => {
      const driver = new VisitDriver().open();
      driver.log({ type: 'supply-changed', supply: 'mains', state: 'on' });
      driver.log({ type: 'supply-changed', supply: 'control', state: 'on' });
      driver.log({ type: 'call-changed', call: 'mist', state: 'on' });
      driver.log({ type: 'step-jumped', to: 'secondary' });
      const line = { function: 'ac-voltage', from: 'T1.S1', to: 'T1.S2', expects: '', text: '27' } as const;
      const entered = enterFreeReading(driver.context, driver.state, line);
      if (entered.outcome !== 'event') throw new Error(JSON.stringify(entered));
      driver.log(entered.body);
      return driver;
    };
    const same = atFuse();
    const asked = adoptableReading(same.context, same.state);
    const other = atFuse();
    other.log(circumstance('load', 'dummy'));
    expect(adoptableReading(other.context, other.state)).toBeUndefined();
    const probe = atFuse();
    probe.log(circumstance('probe', 'thin'));
    expect(adoptableReading(probe.context, probe.state)?.reading.text).toBe(asked?.reading.text);
  });

  it('ends with the step where hands end with it', () => {
    const driver = new VisitDriver().open();
    for (const id of ['turned', 'warmth', 'probe'])
      driver.log(circumstance(id, Object.keys(CIRCUMSTANCES[id]?.states ?? {})[0] ?? ''));
    driver.log({ type: 'action-done', step: driver.state.step ?? '', next: 'watch' });
    expect(Object.keys(driver.state.conditions.circumstances ?? {})).toEqual(['probe']);
    expect(circumstanceWords('feed', USUAL)).toBe('fed as built');
  });
});

describe('a step that is passed over', () => {
  it('says what stands in the way, unless it does not apply', () => {
    const driver = new VisitDriver().open();
    driver.log({ type: 'step-jumped', to: 'watch' });
    for (const how of ['skipped', 'cannot-do'] as const) {
      const answered = answerStep(driver.context, driver.state, { kind: 'passed', how, reason: '  ' });
      expect(answered).toEqual(
        jasmine.objectContaining({ outcome: 'refused', message: 'Say what stands in the way.' }),
      );
      expect(answerStep(driver.context, driver.state, { kind: 'passed', how, reason: 'no access' }).outcome).toBe(
        'event',
      );
    }
    const none = answerStep(driver.context, driver.state, { kind: 'passed', how: 'not-applicable', reason: '' });
    expect(none.outcome).toBe('event');
  });
});

describe('the first look', () => {
  it('asks for supply, call and everything that can be seen to run, and counts the order', () => {
    const driver = new VisitDriver();
    driver.log({ type: 'visit-opened', unit: 'u', complaint: '' });
    const ask = (): ReturnType<typeof openingCheck> => openingCheck(driver.context, driver.state);
    const [supply, call, ...loads] = ask();
    expect([supply?.question, call?.question]).toEqual(['Is there supply?', 'Is it called?']);
    expect(loads.length).toBeGreaterThan(1);
    expect(ask().every(({ isSo }) => isSo === undefined)).toBeTrue();
    if (supply) driver.log(supply.yes);
    for (const load of ask().slice(2, 4).reverse()) {
      const now = ask().find(({ id }) => id === load.id);
      if (now) driver.log(now.yes);
    }
    expect(ask()[0]?.isSo).toBeTrue();
    expect(
      ask()
        .slice(2, 4)
        .map(({ order }) => order),
    ).toEqual(['2nd', '1st']);
    const first = ask()[2];
    if (first) driver.log(first.no);
    expect(ask()[2]).toEqual(jasmine.objectContaining({ isSo: false }));
  });
});
