import { faultModesOf } from '../circuit';
import { compileProcedure, type ProcedureDocument } from '../procedure';
import { DEMO_MODEL, DEMO_PROCEDURE, HAND_METER, POCKET_METER } from '../testing/demo';
import { SHIPPED_MODELS } from '../testing/shipped';
import { seeded } from '../testing/tapping-hand';
import { Wiring } from '../unit-model';
import { VisitContext } from '../visit';
import { listedFaults } from './listed-faults';
import { proveChart, type ChartProof, type ProofOptions } from './prove-chart';
import { NO_ERROR, shown } from './shown';
import { SimulatedMachine } from './simulated-machine';

function proven(chart: ProcedureDocument, options: ProofOptions = {}, meter = HAND_METER): ChartProof {
  const context = new VisitContext({
    model: DEMO_MODEL,
    procedures: { [chart.id]: compileProcedure(chart, DEMO_MODEL, []) },
    meters: { [meter.id]: meter },
  });
  const proof = proveChart(context, chart.id, meter.id, options);
  if ('unprovable' in proof) throw new Error(proof.unprovable);
  return proof;
}

const told = ({ rows }: ChartProof): readonly string[] =>
  rows.flatMap(({ faults, result, isRightClass, walk }) =>
    result === 'right' && isRightClass
      ? []
      : [`${faults.map(({ of, mode }) => `${of} ${mode}`).join(' and ')}: ${result} at ${walk.at}, ${walk.because}`],
  );

/** Chart with one step changed. */
function planted(step: string, change: object): ProcedureDocument {
  const { steps } = DEMO_PROCEDURE;
  return { ...DEMO_PROCEDURE, steps: { ...steps, [step]: { ...steps[step], ...change } as never } };
}

describe('a chart proven against its unit', () => {
  it('finds every single fault that makes the complaint of the pump chart', () => {
    const proof = proven(DEMO_PROCEDURE);
    expect(told(proof)).toEqual([]);
    expect(proof.rows.length).toBeGreaterThan(70);
    expect(proof.others).toBeGreaterThan(proof.rows.length);
  }, 120_000);

  it('finds them as well with a meter that errs as far as it may', () => {
    const only = ({ of }: { readonly of: string }): boolean => !of.startsWith('w');
    for (const seed of [3, 4]) {
      const random = seeded(seed);
      expect(told(proven(DEMO_PROCEDURE, { only, error: () => 2 * random() - 1 }))).toEqual([]);
    }
  }, 120_000);

  it('ends where a meter is refused, as on the page', () => {
    const [row] = proven(DEMO_PROCEDURE, { only: ({ of }) => of === 'F1' }, POCKET_METER).rows;
    expect([row?.result, row?.walk.because]).toEqual(['dead-end', jasmine.stringContaining('CAT II')]);
  });

  it('finds exactly the error that is planted: a conclusion that blames another part', () => {
    const blaming = { 'delay-dead': 'DM1', 'float-open': 'FS1', 'output-dead': 'CB' };
    for (const [step, item] of Object.entries(blaming)) {
      const only = ({ item: renewed }: { readonly item: string }): boolean => Object.values(blaming).includes(renewed);
      const wrong = proven(planted(step, { item: 'T1', class: 'supply' }), { only }).rows.filter(
        ({ result }) => result !== 'right',
      );
      expect(wrong.length).withContext(step).toBeGreaterThan(0);
      for (const { walk, result, faults } of wrong)
        expect([walk.at, result, faults[0]?.item]).toEqual([step, 'wrong', item]);
    }
  }, 120_000);

  it('finds a branch that leads back as a loop, and one that leads nowhere as a dead end', () => {
    const only = ({ of }: { readonly of: string }): boolean => of === 'DM1';
    const round = planted('across-delay', {
      branches: { within: 'coil-feed', high: 'after-fuse', partial: 'after-fuse' },
    });
    expect(proven(round, { only }).rows.map(({ result }) => result)).toEqual(['loop', 'loop']);
    const none = planted('across-delay', { branches: { within: 'coil-feed', high: '@end', partial: '@end' } });
    expect(proven(none, { only }).rows.map(({ result }) => result)).toEqual(['dead-end', 'dead-end']);
    const open = planted('delay-dead', { class: 'open', item: undefined });
    expect(proven(open, { only }).rows.map(({ result }) => result)).toEqual(['dead-end', 'dead-end']);
  }, 60_000);

  it('asks for what an answer shows instead of guessing it', () => {
    const mute = planted('watch', { answers: { nothing: { go: 'lamps' }, 'pulls-in': { go: 'pulls-in' } } });
    const [row] = proven(mute, { only: ({ of }) => of === 'F1' }).rows;
    expect(row?.result).toBe('unknown');
    expect(row?.walk.because).toContain('`shows`');
  });

  it('is nothing for a chart without its complaint, or one whose complaint is there in a healthy machine', () => {
    const unprovable = (scope: string | undefined): unknown => {
      const { scope: _own, ...rest } = DEMO_PROCEDURE;
      try {
        proven(scope === undefined ? rest : { ...rest, scope });
        return undefined;
      } catch (error) {
        return (error as Error).message;
      }
    };
    expect(unprovable(undefined)).toContain('`scope`');
    expect(unprovable('call.mist and closed(K1)')).toContain('healthy machine');
  });

  it('stops where it is told to', () => {
    let seen = 0;
    const proof = proven(DEMO_PROCEDURE, { progress: () => (seen += 1) < 5 });
    expect(seen).toBe(5);
    expect(proof.rows.length + proof.others + proof.untold.length).toBe(5);
  });
});

describe('the faults of a machine', () => {
  it('are of modes its elements have, each once, and name what is renewed', () => {
    for (const model of SHIPPED_MODELS) {
      const faults = listedFaults(model);
      expect(new Set(faults.map(({ of, mode, at }) => `${of} ${mode} ${at}`)).size).toBe(faults.length);
      const bought = [...model.boards, ...model.devices, ...model.wires, ...(model.cables ?? []), ...model.supplies];
      for (const { of, mode, item } of faults) {
        expect(faultModesOf(model, of)).withContext(of).toContain(mode);
        expect(bought.some(({ id }) => id === item) || (model.calls ?? []).some(({ id }) => id === item))
          .withContext(`${model.id} ${of}: ${item}`)
          .toBeTrue();
      }
    }
  });
});

describe('a simulated machine', () => {
  const ON = { supplies: { mains: 'on' }, calls: { mist: 'on' } } as const;
  const OFF = { supplies: { mains: 'locked' }, calls: { mist: 'off' } } as const;
  const fuse = { from: 'F1.1', to: 'F1.2' };
  const out = { ...OFF, leads: { w11: 'F1.1', w12: 'F1.2' } };
  const ohms = (machine: SimulatedMachine): number | undefined => {
    const reading = machine.reading(out, fuse, 'resistance');
    return 'value' in reading ? reading.value : undefined;
  };

  it('keeps a fuse that blew after the power is off, and blows none that is not overloaded', () => {
    const wiring = new Wiring(DEMO_MODEL);
    const shorted = new SimulatedMachine(wiring, [{ of: 'w13', mode: 'short-to-earth' }]);
    expect(ohms(shorted)).toBeLessThan(1);
    shorted.stands(OFF);
    expect(ohms(shorted)).toBeLessThan(1);
    shorted.stands(ON);
    expect(ohms(shorted)).toBe(Infinity);
    const sound = new SimulatedMachine(wiring);
    sound.stands(ON);
    expect(ohms(sound)).toBeLessThan(1);
  });

  it('is called because somebody wants it, whatever becomes of the call', () => {
    const machine = new SimulatedMachine(new Wiring(DEMO_MODEL), [{ of: 'mist', mode: 'stuck-open' }]);
    expect(machine.complains(ON, 'call.mist and not closed(K1)')).toBeTrue();
    expect(machine.isSo(ON, 'call.mist')).toBeFalse();
    expect(machine.complains(OFF, 'call.mist')).toBeFalse();
  });

  it('does not know what hangs on itself', () => {
    const devices = DEMO_MODEL.devices.map((device) =>
      device.id === 'FS1'
        ? { ...device, closedWhen: 'not closed(PS1)' }
        : device.id === 'PS1'
          ? { ...device, closedWhen: 'closed(FS1)' }
          : device,
    );
    const machine = new SimulatedMachine(new Wiring({ ...DEMO_MODEL, devices }));
    expect(machine.isSo(ON, 'closed(FS1)')).toBeUndefined();
    expect(machine.reading(ON, { from: 'K1.A1', to: 'K1.A2' }, 'ac-voltage')).toEqual({
      cannotCompute: jasmine.stringContaining('Nobody said whether'),
    });
  });

  it('lights its lamps as long as their board lives', () => {
    const wiring = new Wiring(DEMO_MODEL);
    const lit = (machine: SimulatedMachine): readonly unknown[] =>
      ['lit(CB.POWER)', 'lit(CB.CALL)', 'lit(LB.LINE)'].map((text) => machine.isSo(ON, text));
    expect(lit(new SimulatedMachine(wiring))).toEqual([true, true, true]);
    expect(lit(new SimulatedMachine(wiring, [{ of: 'w21', mode: 'open' }]))).toEqual([true, false, true]);
    expect(lit(new SimulatedMachine(wiring, [{ of: 'F1', mode: 'open' }]))).toEqual([false, false, false]);
  });
});

describe('what a meter shows', () => {
  it('is rounded to its last digit, open where it shows no more, and never further off than it may be', () => {
    expect(shown(HAND_METER, 'resistance', Infinity, NO_ERROR)).toBe('OL');
    expect(shown(HAND_METER, 'ac-voltage', 1e9, NO_ERROR)).toBe('OL');
    const random = seeded(11);
    for (let count = 0; count < 500; count += 1) {
      const value = 10 ** (4 * random() - 1);
      const range = HAND_METER.functions.get('ac-voltage')?.ranges.find(({ upTo }) => value < upTo);
      if (!range) continue;
      const text = shown(HAND_METER, 'ac-voltage', value, () => 2 * random() - 1);
      const most = range.ofReading * value + (range.counts + 0.5001) * range.resolution;
      expect(Math.abs(parseFloat(text) - value))
        .withContext(text)
        .toBeLessThanOrEqual(most);
    }
  });
});
