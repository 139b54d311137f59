import { SHIPPED_MODELS } from '../../testing/shipped';
import { seeded } from '../../testing/tapping-hand';
import { DEMO_MODEL } from '../../testing/demo';
import { Wiring, type UnitModelDocument } from '../../unit-model';
import type { Conditions } from '../../procedure';
import { contactsOf } from './contacts';
import { faultModesOf } from './fault-modes';
import { machineNetwork } from './machine-network';
import { stateKey } from './machine-state';
import { readMachine, type MachineQuestion, type MachineReading } from './read-machine';
import { settled } from './settle';
import { Situation, type InjectedFault } from './situation';

const PUMP = new Wiring(DEMO_MODEL);
const MISTING: Conditions = { supplies: { mains: 'on' }, calls: { mist: 'on' } };
const LOCKED: Conditions = { supplies: { mains: 'locked' }, calls: { mist: 'off' } };

const model = (id: string): UnitModelDocument => {
  const found = SHIPPED_MODELS.find((each) => each.id === id);
  if (!found) throw new Error(id);
  return found;
};

function ask(question: Partial<MachineQuestion> & Pick<MachineQuestion, 'from' | 'to'>): MachineReading {
  return readMachine({ wiring: PUMP, function: 'ac-voltage', conditions: MISTING, isSpreadWanted: false, ...question });
}

function value(reading: MachineReading): number {
  if ('cannotCompute' in reading) throw new Error(reading.cannotCompute);
  return reading.value;
}

const pinsOf = ({ boards }: UnitModelDocument): readonly string[] =>
  boards.flatMap(({ id, connectors }) =>
    connectors.flatMap((each) => each.pins.map((pin) => `${id}.${each.id}.${pin.id}`)),
  );

/** Everything on or off, every call the same. */
function all({ supplies, calls = [] }: UnitModelDocument, state: 'on' | 'locked', call: 'on' | 'off'): Conditions {
  const own = supplies.filter(({ from }) => from === undefined);
  return {
    supplies: Object.fromEntries(own.map(({ id }) => [id, state])),
    calls: Object.fromEntries(calls.map(({ id }) => [id, call])),
  };
}

describe('a machine as a circuit', () => {
  it('has the whole voltage across whatever is open in a chain, and none across its load', () => {
    const source = value(ask({ from: 'CB.X1.2', to: 'CB.X1.8' }));
    const inSeries: readonly (readonly [string, string, string, InjectedFault['mode']])[] = [
      ['FS1', 'FS1.1', 'FS1.2', 'stuck-open'],
      ['PS1', 'PS1.1', 'PS1.2', 'stuck-open'],
      ['CB:mist-output', 'CB.X1.2', 'CB.X1.3', 'stuck-open'],
      ['CB:link-4-5', 'CB.X1.4', 'CB.X1.5', 'open'],
      ['CB:link-6-7', 'CB.X1.6', 'CB.X1.7', 'open'],
    ];
    for (const [of, from, to, mode] of inSeries) {
      const faults = [{ of, mode }];
      const across = value(ask({ from, to, faults }));
      expect(across)
        .withContext(of)
        .toBeGreaterThan(0.97 * source);
      expect(across)
        .withContext(of)
        .toBeLessThan(1.03 * source);
      expect(value(ask({ from: 'K1.A1', to: 'K1.A2', faults })))
        .withContext(of)
        .toBeLessThan(0.1);
      expect(value(ask({ from, to })))
        .withContext(`${of}, whole`)
        .toBeLessThan(0.5);
      expect(value(ask({ from: 'M1.L', to: 'M1.N', faults })))
        .withContext(`${of}, pump`)
        .toBeLessThan(1);
    }
    expect(value(ask({ from: 'M1.L', to: 'M1.N' }))).toBeGreaterThan(215);
  });

  it('shows nothing anywhere where everything is locked off, or says that nobody knows', () => {
    for (const each of SHIPPED_MODELS) {
      const wiring = new Wiring(each);
      const pins = [...each.supplies.flatMap(({ terminals = {} }) => Object.values(terminals)), ...pinsOf(each)];
      let told = 0;
      for (const from of pins.slice(0, 4))
        for (const to of [...pins.slice(1, 4), ...pins.slice(-3)]) {
          if (from === to) continue;
          for (const measured of ['ac-voltage', 'dc-voltage'] as const) {
            const reading = ask({ wiring, from, to, function: measured, conditions: all(each, 'locked', 'off') });
            if ('cannotCompute' in reading) continue;
            told += 1;
            expect(Math.abs(reading.value)).withContext(`${each.id}, ${from} to ${to}`).toBeLessThan(1e-6);
          }
        }
      expect(told).withContext(each.id).toBeGreaterThan(0);
    }
  });

  it('turns with the probes, and never gets a figure where nobody said what holds', () => {
    const random = seeded(7);
    for (const each of SHIPPED_MODELS) {
      const wiring = new Wiring(each);
      const pins = pinsOf(each);
      for (let round = 0; round < 6; round += 1) {
        const [from, to] = [0, 1].map(() => pins[Math.floor(random() * pins.length)] ?? '') as [string, string];
        const question = { wiring, from, to, conditions: all(each, 'on', 'on') };
        const one = ask({ ...question, function: 'dc-voltage' });
        const other = ask({ ...question, from: to, to: from, function: 'dc-voltage' });
        if ('cannotCompute' in one || 'cannotCompute' in other)
          expect('cannotCompute' in one && 'cannotCompute' in other).toBeTrue();
        else expect(one.value + other.value).toBeCloseTo(0, 9);
        const unsaid = ask({ ...question, conditions: {} });
        // Two points of one wire read the same whatever holds; anything else has no figure.
        if ('cannotCompute' in unsaid) continue;
        const [on, off] = [all(each, 'on', 'on'), all(each, 'locked', 'off')].map((conditions) =>
          ask({ ...question, conditions }),
        );
        for (const known of [on, off])
          if (known && 'value' in known)
            expect(Math.abs(unsaid.value - known.value))
              .withContext(`${each.id} ${from} ${to}`)
              .toBeLessThan(1);
      }
    }
  });

  it('answers for every wire open, poor or leaking to earth, in every unit, or says why not', () => {
    for (const each of SHIPPED_MODELS) {
      const wiring = new Wiring(each);
      const pins = pinsOf(each);
      for (const { id } of each.wires.filter((_, index) => index % 4 === 0))
        for (const mode of ['open', 'high-resistance', 'earth-leak']) {
          const reading = ask({
            wiring,
            from: pins[0] ?? '',
            to: pins[1] ?? '',
            conditions: all(each, 'on', 'off'),
            faults: [{ of: id, mode }],
          });
          if ('cannotCompute' in reading) expect(reading.cannotCompute.length).toBeGreaterThan(10);
          else expect(Number.isFinite(reading.value)).withContext(`${each.id} ${id} ${mode}`).toBeTrue();
        }
    }
  });

  it('chatters where what pulls in takes away what holds it, and says so', () => {
    const machine = settled(new Situation(PUMP, MISTING, [{ of: 'w12', mode: 'high-resistance', size: '30 Ω' }]));
    expect(machine).toEqual({ cannotCompute: jasmine.stringContaining('chatters') });
    expect('cannotCompute' in settled(new Situation(PUMP, MISTING))).toBeFalse();
  });

  it('reads three windings that close a ring as they are rated, and two of them open where an arm is', () => {
    const wiring = new Wiring(model('fan-inverter'));
    const off: Conditions = { supplies: { mains: 'locked' }, calls: { run: 'off' }, connectors: { 'IV.X3': 'out' } };
    const ohms = (from: string, to: string, faults: readonly InjectedFault[] = []): number =>
      value(ask({ wiring, from, to, function: 'resistance', conditions: off, faults }));
    expect(ohms('M1.U', 'M1.V')).toBeCloseTo(16.4, 6);
    const open = [{ of: 'M1', mode: 'open', at: 'U' }];
    expect(ohms('M1.U', 'M1.V', open)).toBe(Infinity);
    expect(ohms('M1.V', 'M1.W', open)).toBeCloseTo(16.4, 6);
  });

  it('reads ohms of a coil, a winding and a fuse as they are rated, sneak paths with them, and only without power', () => {
    const ohms = (
      from: string,
      to: string,
      faults: readonly InjectedFault[] = [],
      conditions = LOCKED,
    ): MachineReading => ask({ from, to, function: 'resistance', conditions, faults });
    expect(value(ohms('K1.A1', 'K1.A2'))).toBeCloseTo(8, 1);
    expect(value(ohms('M1.L', 'M1.N'))).toBeCloseTo(9, 1);
    expect(value(ohms('F1.1', 'F1.2'))).toBeLessThan(0.1);
    // What is open is read through whatever else joins its ends.
    expect(value(ohms('F1.1', 'F1.2', [{ of: 'F1', mode: 'open' }]))).toBe(Infinity);
    expect(ohms('K1.A1', 'K1.A2', [], MISTING)).toEqual({ cannotCompute: jasmine.stringContaining('dead machine') });
  });

  it('gives a point that hangs on something undeclared no figure', () => {
    const fan = new Wiring(model('fan-inverter'));
    const running: Conditions = { supplies: { mains: 'on' }, calls: { run: 'on' } };
    const bus = { wiring: fan, from: 'IV.X2.1', to: 'IV.X2.2', function: 'dc-voltage' } as const;
    expect(value(ask({ ...bus, conditions: running }))).toBeGreaterThan(300);
    expect(ask({ ...bus, conditions: { supplies: { mains: 'locked' }, calls: { run: 'off' } } })).toEqual({
      cannotCompute: jasmine.stringContaining('stored'),
    });
    expect(ask({ wiring: fan, from: 'IV.X3.1', to: 'IV.X3.2', conditions: running })).toEqual({
      cannotCompute: jasmine.stringContaining('IV:bridge'),
    });
    // What a board feeds its calls and sensors with stands in no list: nobody's volts, and not none.
    const vent = new Wiring(model('roof-vent-drive'));
    const closing: Conditions = { supplies: { mains: 'on' }, calls: { close: 'on', open: 'off' } };
    for (const [wiring, from, to, conditions] of [
      [vent, 'VD.X3.2', 'VD.X1.2', closing],
      [vent, 'LL1.1', 'LL1.2', { ...closing, facts: { 'fully-closed': true } }],
      [fan, 'IV.X4.3', 'IV.X4.4', { ...running, connectors: { 'IV.X4': 'out' } }],
    ] as const)
      expect(ask({ wiring, from, to, function: 'dc-voltage', conditions }))
        .withContext(from)
        .toEqual({ cannotCompute: jasmine.stringContaining('Nobody declared') });
    expect(ask({ from: 'Q1.1', to: 'Q1.3', conditions: LOCKED })).toEqual({
      cannotCompute: jasmine.stringContaining('may be alive'),
    });
  });

  it('drives a motor both ways by two relays', () => {
    const wiring = new Wiring(model('roof-vent-drive'));
    const volts = (open: 'on' | 'off', close: 'on' | 'off'): number =>
      value(
        ask({
          wiring,
          from: 'M1.1',
          to: 'M1.2',
          function: 'dc-voltage',
          conditions: { supplies: { mains: 'on' }, calls: { open, close } },
        }),
      );
    expect(volts('on', 'off')).toBeGreaterThan(21);
    expect(volts('off', 'on')).toBeCloseTo(-volts('on', 'off'), 3);
    expect(Math.abs(volts('off', 'off'))).toBeLessThan(0.01);
    expect(Math.abs(volts('on', 'on'))).toBeLessThan(0.01);
  });

  it('sees a plug that is out, a lifted wire and a jumper', () => {
    const coil = { from: 'K1.A1', to: 'K1.A2' };
    const jumped = { ...MISTING, bypasses: { 'FS1.1+FS1.2': 'in' } } as const;
    const faults = [{ of: 'FS1', mode: 'stuck-open' }];
    expect(value(ask({ ...coil, faults, conditions: jumped }))).toBeGreaterThan(20);
    expect(value(ask({ ...coil, faults, conditions: { ...MISTING, bypasses: { FS1: 'in' } } }))).toBeGreaterThan(20);
    const wire = DEMO_MODEL.wires.find(({ from, to }) => [from, to].includes('K1.A1'));
    if (!wire) return fail('a wire at the coil');
    expect(value(ask({ ...coil, conditions: { ...MISTING, leads: { [wire.id]: 'K1.A1' } } }))).toBeLessThan(0.1);
  });

  it('takes every way in which an element can fail, and each of them changes something', () => {
    const unseen: string[] = [];
    for (const each of SHIPPED_MODELS) {
      const wiring = new Wiring(each);
      const elements = [
        ...each.wires.map(({ id }) => id),
        ...each.devices.map(({ id }) => id),
        ...each.supplies.flatMap(({ id, from }) => (from === undefined ? [id] : [])),
        ...(each.calls ?? []).map(({ id }) => id),
      ];
      const functions = each.boards.flatMap(({ id, functions: own = [] }) => own.map((one) => `${id}:${one.id}`));
      const on = all(each, 'on', 'on');
      const outputs = new Map(functions.map((element) => [element, true]));
      const facts = Object.fromEntries(Object.entries(each.facts ?? {}).map(([fact, is]) => [fact, !is]));
      const moments: readonly (readonly [Conditions, ReadonlyMap<string, boolean>])[] = [
        [on, new Map()],
        [on, outputs],
        [all(each, 'locked', 'off'), new Map()],
        ...(each.calls ?? []).map(
          ({ id }) => [{ ...on, calls: { ...all(each, 'on', 'off').calls, [id]: 'on' } }, new Map()] as const,
        ),
        [{ ...on, facts }, outputs],
      ];
      const told = (moment: number, faults: readonly InjectedFault[]): string => {
        const [conditions, known] = moments[moment] ?? [on, new Map()];
        const situation = new Situation(wiring, conditions, faults, known);
        const machine = settled(situation);
        if ('cannotCompute' in machine) return machine.cannotCompute;
        const ohms = machineNetwork(situation, machine.state, 'ohms').network.elements;
        return JSON.stringify([machine.alternating.network, machine.direct.network, ohms, stateKey(machine.state)]);
      };
      const healthy = moments.map((_, moment) => told(moment, []));
      for (const of of [...elements, ...functions])
        for (const mode of faultModesOf(each, of) ?? []) {
          // What an input does not see changes something only where something waits for it.
          if (mode === 'deaf') continue;
          const other = each.wires.find(
            ({ from, to }) => !wiring.byWire.joined(from, each.wires.find(({ id }) => id === of)?.from ?? to),
          );
          const fault = { of, mode, ...(mode === 'short' ? { at: other?.id ?? '' } : {}) };
          if (healthy.every((before, moment) => told(moment, [fault]) === before))
            unseen.push(`${each.id} ${of} ${mode}`);
        }
    }
    // A motor behind a bridge that nobody declared never turns here, so that it cannot be seen to stand.
    expect(unseen).toEqual(['fan-inverter M1 seized']);
  });

  it('refuses a fault it does not know, and never reads a healthy machine instead', () => {
    for (const [fault, words] of [
      [{ of: 'K9', mode: 'open' }, /"K9" is nothing of this machine/],
      [{ of: 'w12', mode: 'opne' }, /does not fail by "opne"; accepted: open, high-resistance/],
      [{ of: 'w12', mode: 'welded' }, /does not fail by "welded"/],
      [{ of: 'w12', mode: 'high-resistance', size: 'much' }, /"much" is no size/],
      [{ of: 'w12', mode: 'short' }, /which wire/],
    ] as const) {
      const reading = ask({ from: 'K1.A1', to: 'K1.A2', faults: [fault] });
      expect('cannotCompute' in reading ? reading.cannotCompute : '').toMatch(words);
    }
  });

  it('never closes both sides of a change-over, whatever is called and however it is stuck', () => {
    for (const each of SHIPPED_MODELS) {
      const wiring = new Wiring(each);
      for (const conditions of [all(each, 'on', 'on'), all(each, 'on', 'off')])
        for (const element of each.boards.flatMap(({ id, functions = [] }) =>
          functions.map((one) => `${id}:${one.id}`),
        ))
          for (const mode of ['', 'stuck-open', 'stuck-closed']) {
            const isStuck = mode !== '' && faultModesOf(each, element)?.includes(mode);
            const situation = new Situation(wiring, conditions, isStuck ? [{ of: element, mode }] : []);
            const machine = settled(situation);
            if ('cannotCompute' in machine) continue;
            const contacts = contactsOf(situation, machine.state).filter((contact) => contact.element === element);
            for (const rest of contacts.filter(({ isRest }) => isRest))
              for (const make of contacts.filter((contact) => !contact.isRest && contact.from === rest.from))
                expect(make.state === undefined ? rest.state : !make.state)
                  .withContext(`${element} ${mode}`)
                  .toBe(rest.state);
          }
    }
  });

  it('reads the same volts at a coil of the same rating, at 50 and at 60 Hz', () => {
    const sixty = { ...DEMO_MODEL, supplies: DEMO_MODEL.supplies.map((supply) => ({ ...supply, frequency: '60 Hz' })) };
    const coil = { from: 'K1.A1', to: 'K1.A2' };
    expect(value(ask({ ...coil, wiring: new Wiring(sixty) }))).toBeCloseTo(value(ask(coil)), 9);
  });

  it('refuses conditions that name what is not there, and faults of a place or a size they cannot have', () => {
    const reason = (conditions: Conditions, faults: readonly InjectedFault[] = []): string => {
      const reading = ask({ from: 'K1.A1', to: 'K1.A2', conditions, faults });
      return 'cannotCompute' in reading ? reading.cannotCompute : `${reading.value}`;
    };
    for (const [wrong, words] of [
      [{ connectors: { 'CB.X9': 'out' } }, /"CB.X9" is not a connector/],
      [{ facts: { 'tank-lwo': true } }, /"tank-lwo" is not a fact/],
      [{ leads: { w99: 'CB.X1.3' } }, /"w99" is not a wire/],
      [{ bypasses: { FS9: 'in' } }, /"FS9" is no jumper/],
      [{ calls: { ...MISTING.calls, mits: 'on' } }, /"mits" is not a call/],
    ] as readonly (readonly [Conditions, RegExp])[])
      expect(reason({ ...MISTING, ...wrong })).toMatch(words);
    for (const [fault, words] of [
      [{ of: 'mains', mode: 'lost', at: 'X' }, /does not fail at "X"; accepted: L, N, E/],
      [{ of: 'M1', mode: 'open', at: 'U' }, /does not fail at "U"; accepted: L, N, E/],
      [{ of: 'FS1', mode: 'stuck-open', at: '1' }, /accepted: no place/],
      [{ of: 'w12', mode: 'high-resistance', size: '-15 %' }, /accepted: 200 Ω/],
      [{ of: 'mains', mode: 'low', size: '200 Ω' }, /accepted: -15 %/],
      [{ of: 'w12', mode: 'open', size: '200 Ω' }, /accepted: none/],
    ] as const)
      expect(reason(MISTING, [fault])).toMatch(words);
  });

  it('loses a call with any wire on its way to whatever makes it', () => {
    const heard = DEMO_MODEL.wires.filter(({ from, to }) => [from, to].some((end) => end.startsWith('HC.')));
    expect(heard.length).toBeGreaterThan(1);
    for (const { id } of heard) {
      const faults = [{ of: id, mode: 'open' }];
      expect(value(ask({ from: 'CB.X1.9', to: 'CB.X1.8', faults })))
        .withContext(id)
        .toBeLessThan(0.1);
      expect(value(ask({ from: 'K1.A1', to: 'K1.A2', faults })))
        .withContext(id)
        .toBeLessThan(0.1);
    }
  });

  it('loses it as well where the list has no input that would see it by its volts', () => {
    const wiring = new Wiring(model('roof-vent-drive'));
    const closing: Conditions = { supplies: { mains: 'on' }, calls: { close: 'on', open: 'off' } };
    const motor = { wiring, from: 'M1.1', to: 'M1.2', function: 'dc-voltage' } as const;
    expect(Math.abs(value(ask({ ...motor, conditions: closing })))).toBeGreaterThan(20);
    for (const of of ['w9', 'w10'])
      expect(Math.abs(value(ask({ ...motor, conditions: closing, faults: [{ of, mode: 'open' }] }))))
        .withContext(of)
        .toBeLessThan(0.1);
    const pulled = { ...closing, connectors: { 'VD.X3': 'out' } } as const;
    expect(Math.abs(value(ask({ ...motor, conditions: pulled })))).toBeLessThan(0.1);
    const stuck = [{ of: 'close', mode: 'stuck-closed' }];
    const quiet = { ...closing, calls: { close: 'off', open: 'off' } } as const;
    expect(Math.abs(value(ask({ ...motor, conditions: quiet, faults: stuck })))).toBeGreaterThan(20);
  });
});
