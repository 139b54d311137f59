import fc from 'fast-check';
import { size } from '../testing/nodal';
import {
  machineOf,
  open,
  readSupply,
  SYSTEMS,
  terminalsOf,
  type SupplyFault,
  type SystemSketch,
} from '../testing/supplies';
import { judgeSupply, type SupplyFacts, type SupplyPattern, type SupplyVerdict } from './index';

function judged(system: SystemSketch, fault: SupplyFault, facts: Partial<SupplyFacts> = {}): SupplyVerdict {
  const readings = readSupply(system, fault);
  return judgeSupply(machineOf(system.supply), 's', { readings, isUnloaded: false, isEarthProven: true, ...facts });
}

function of(name: string): SystemSketch {
  const found = SYSTEMS[name];
  if (!found) throw new Error(`No system ${name}`);
  return found;
}

const lines = (system: SystemSketch): readonly string[] => Object.keys(system.source);

/** What must be said of supplies made of ohms, and never something milder. */
const FAULTS: readonly {
  readonly name: string;
  readonly system: string;
  readonly fault: SupplyFault;
  readonly is: SupplyPattern;
  readonly isUnloaded?: boolean;
}[] = [
  { name: 'L and N crossed', system: 'single-phase', fault: { places: { L: 'N', N: 'L' } }, is: 'frame-alive' },
  {
    name: 'the frame on the line, no earth',
    system: 'single-phase',
    fault: { series: { E: open }, across: [['L', 'E', 5]] },
    is: 'frame-alive',
  },
  {
    name: 'the frame on a leg, no earth',
    system: 'split-phase',
    fault: { series: { E: open }, across: [['L1', 'E', 5]] },
    is: 'frame-alive',
  },
  {
    name: 'the frame on a phase, no earth',
    system: 'three-phase 400',
    fault: { series: { E: open }, across: [['L2', 'E', 5]] },
    is: 'frame-alive',
  },
  { name: 'no earth', system: 'single-phase', fault: { series: { E: open } }, is: 'floating' },
  { name: 'no bond at the source', system: 'single-phase', fault: { isUnbonded: true }, is: 'floating' },
  {
    name: 'N lost, a load on',
    system: 'single-phase',
    fault: { series: { N: open }, across: [['L', 'N', 100]] },
    is: 'frame-alive',
  },
  {
    name: 'N lost, no load',
    system: 'single-phase',
    fault: { series: { N: open } },
    is: 'lost-neutral',
    isUnloaded: true,
  },
  {
    name: 'both terminals on the line',
    system: 'single-phase',
    fault: { places: { N: 'L' } },
    is: 'frame-alive',
    isUnloaded: true,
  },
  {
    name: 'neutral and a leg lost, loads on',
    system: 'split-phase',
    fault: {
      series: { N: open, L2: open },
      across: [
        ['L1', 'L2', 20],
        ['L1', 'N', 50],
      ],
    },
    is: 'conductors-lost',
  },
  {
    name: 'a loose neutral at 109 and 131 V',
    system: 'split-phase',
    fault: {
      series: { N: open },
      across: [
        ['L1', 'N', 109],
        ['L2', 'N', 131],
      ],
    },
    is: 'lost-neutral',
  },
  {
    name: 'the same before the bond, so that the earth goes along',
    system: 'split-phase',
    fault: {
      series: { N: open, E: open },
      across: [
        ['L1', 'N', 109],
        ['L2', 'N', 131],
        ['N', 'E', 0.1],
      ],
    },
    is: 'lost-neutral',
  },
  {
    name: 'a leg and the neutral crossed',
    system: 'split-phase',
    fault: { places: { L2: 'N', N: 'L2' } },
    is: 'reversed',
  },
  { name: 'a leg lost, no load', system: 'split-phase', fault: { series: { L2: open } }, is: 'one-leg-lost' },
  {
    name: 'a leg fed back through its load',
    system: 'split-phase',
    fault: { series: { L2: open }, across: [['L1', 'L2', 20]] },
    is: 'one-leg-or-fed-back',
  },
  {
    name: 'all three phases at one, two lost and fed back by a motor at rest',
    system: 'three wires 400',
    fault: {
      series: { L2: open, L3: open },
      across: [
        ['L1', 'L2', 5],
        ['L2', 'L3', 5],
        ['L1', 'L3', 5],
      ],
    },
    is: 'conductors-lost',
  },
  {
    name: 'a phase lost behind a motor at rest',
    system: 'three-phase 400',
    fault: {
      series: { L3: open },
      across: [
        ['L1', 'L2', 5],
        ['L2', 'L3', 5],
        ['L1', 'L3', 5],
      ],
    },
    is: 'one-leg-lost',
  },
  {
    name: 'a phase on the corner',
    system: 'corner-grounded 240',
    fault: { places: { L1: 'L2', L2: 'L1' } },
    is: 'frame-alive',
  },
  {
    name: 'a phase in the place of the high leg',
    system: 'high leg',
    fault: { places: { L1: 'L2', L2: 'L1' } },
    is: 'reversed',
  },
  { name: 'a fault to earth', system: 'single-phase IT', fault: { across: [['L', 'E', 5]] }, is: 'earth-fault' },
  {
    name: 'a pole lost, its load on',
    system: 'dc',
    fault: { series: { minus: open }, across: [['plus', 'minus', 50]] },
    is: 'one-leg-or-fed-back',
  },
  { name: 'poles crossed', system: 'dc', fault: { places: { plus: 'minus', minus: 'plus' } }, is: 'reversed' },
  { name: 'the free visit’s class 2, low', system: 'class 2', fault: { level: 0.7 }, is: 'low' },
  {
    name: 'hot and return crossed',
    system: 'class 2',
    fault: { places: { hot: 'return', return: 'hot' } },
    is: 'frame-alive',
  },
];

describe('a supply made of ohms', () => {
  for (const [name, system] of Object.entries(SYSTEMS)) {
    it(`is good when nothing is wrong, with a meter that is off by what it may be, and a load on: ${name}`, () => {
      const [first = '', second = ''] = lines(system);
      fc.assert(
        fc.property(
          fc.array(fc.double({ min: -1, max: 1, noNaN: true }), { minLength: 10, maxLength: 10 }),
          fc.double({ min: 0.975, max: 1.025, noNaN: true }),
          (off, level) => {
            const fault: SupplyFault = { level, across: [[first, second, 50]] };
            const readings = readSupply(system, fault, { off, accuracy: 0.005 });
            const facts = { readings, isUnloaded: false, isEarthProven: true };
            const { pattern, sentence } = judgeSupply(machineOf(system.supply), 's', facts);
            expect(['good', 'unbalanced'].includes(pattern)).withContext(sentence).toBeTrue();
          },
        ),
        { numRuns: 20 },
      );
    });

    it(`is off where its switch is: ${name}`, () => {
      const off = Object.fromEntries(lines(system).map((line) => [line, open]));
      expect(judged(system, { series: off }).pattern).toBe('no-supply');
    });
  }

  for (const { name, system, fault, is, isUnloaded = false } of FAULTS) {
    it(`is ${is}: ${system}, ${name}`, () => {
      const verdict = judged(of(system), fault, { isUnloaded });
      expect(verdict.pattern).withContext(verdict.sentence).toBe(is);
    });
  }

  it('is three-phase held up by a running motor where only its unbalance shows it', () => {
    const system = of('three wires 400');
    const verdict = judged(system, {
      series: { L3: 1 },
      across: [
        ['L1', 'L3', 60],
        ['L2', 'L3', 60],
      ],
    });
    expect(verdict.pattern).toBe('unbalanced');
    expect(verdict.sentence).toContain('running motor');
    expect(
      judged(
        system,
        {
          series: { L3: 1 },
          across: [
            ['L1', 'L3', 60],
            ['L2', 'L3', 60],
          ],
        },
        { isUnloaded: true },
      ).sentence,
    ).not.toContain('running motor');
  });

  it('is two lines where 400 V come to a machine for 230', () => {
    const two: SystemSketch = { ...of('single-phase'), source: { L: { re: 230, im: 0 }, N: { re: -115, im: 199 } } };
    const earthed: SystemSketch = { supply: two.supply, source: { ...two.source, M: { re: 0, im: 0 } }, bonded: 'M' };
    const readings = readSupply(earthed, {}).filter(({ name }) => !name.includes('M'));
    const verdict = judgeSupply(machineOf(two.supply), 's', { readings, isUnloaded: false, isEarthProven: true });
    expect(verdict.pattern).withContext(verdict.sentence).toBe('two-lines');
  });
});

/** Any conductor broken, in part or whole, any crossed, the frame on any, loads anywhere. */
const anyFault = (system: SystemSketch): fc.Arbitrary<SupplyFault> => {
  const names = lines(system);
  const name = fc.constantFrom(...names);
  const node = fc.constantFrom(...names, 'E');
  const ohms = fc.double({ min: 0, max: 9, noNaN: true }).map((power) => 10 ** power);
  return fc.record({
    level: fc.double({ min: 0.7, max: 1.3, noNaN: true }),
    series: fc.dictionary(node, ohms, { maxKeys: 2 }),
    places: fc.oneof(fc.constant({}), fc.dictionary(name, fc.constantFrom(...names, 'E'), { maxKeys: 2 })),
    across: fc
      .array(fc.tuple(name, node, ohms), { maxLength: 3 })
      .map((all) =>
        all.filter(([a, b]) => a !== b).map(([a, b, value]): readonly [string, string, number] => [a, b, value]),
      ),
    isUnbonded: fc.boolean(),
  });
};

describe('the words for a supply, against Kirchhoff', () => {
  for (const [name, system] of Object.entries(SYSTEMS)) {
    const volts = Math.max(...Object.values(system.source).map(size));

    it(`never call it good or unbalanced while a conductor or the earth stands elsewhere: ${name}`, () => {
      fc.assert(
        fc.property(anyFault(system), fc.boolean(), (fault, isUnloaded) => {
          const { pattern, sentence } = judged(system, fault, { isUnloaded });
          if (pattern !== 'good' && pattern !== 'unbalanced') return;
          const right = terminalsOf(system, { level: 1 });
          const stands = terminalsOf(system, fault);
          for (const one of [...lines(system), 'E'])
            for (const other of [...lines(system), 'E']) {
              if (system.bonded === undefined && (one === 'E' || other === 'E')) continue;
              const difference = (all: typeof right): number => {
                const [a, b] = [all.get(one) ?? { re: 0, im: 0 }, all.get(other) ?? { re: 0, im: 0 }];
                return size({ re: a.re - b.re, im: a.im - b.im });
              };
              const apart = Math.abs(difference(stands) - difference(right));
              // The widest band is that of class 2, a fifth; a meter of 10 MΩ does not see what megohms hold.
              expect(apart)
                .withContext(`${one}-${other}: ${sentence}`)
                .toBeLessThan(0.21 * Math.max(difference(right), 0.25 * volts));
            }
        }),
        { numRuns: 30 },
      );
    });

    it(`never say that nothing arrives while a conductor is held alive to the earth that was read to: ${name}`, () => {
      fc.assert(
        fc.property(anyFault(system), fc.boolean(), (fault, isUnloaded) => {
          const { pattern, sentence } = judged(system, fault, { isUnloaded });
          if (pattern !== 'no-supply') return;
          // With a lamp's worth of load to earth at each in turn: what is stiff stays, what floats is gone.
          for (const line of lines(system)) {
            const stands = terminalsOf(system, { ...fault, across: [...(fault.across ?? []), [line, 'E', 1e5]] });
            const [a, b] = [stands.get(line), stands.get('E')];
            expect(size({ re: (a?.re ?? 0) - (b?.re ?? 0), im: (a?.im ?? 0) - (b?.im ?? 0) }))
              .withContext(sentence)
              .toBeLessThan(0.12 * volts);
          }
        }),
        { numRuns: 30 },
      );
    });
  }

  it('are the same in whatever order the pairs were read, and whichever way round', () => {
    for (const { system, fault, isUnloaded = false } of FAULTS) {
      const readings = readSupply(of(system), fault);
      const judge = (all: typeof readings): SupplyVerdict =>
        judgeSupply(machineOf(of(system).supply), 's', { readings: all, isUnloaded, isEarthProven: true });
      const { pattern } = judge(readings);
      const turned = readings.map((each) => ({
        ...each,
        conductors: [each.conductors[1], each.conductors[0]] as const,
        volts: -each.volts,
        ends: { low: -each.ends.high, high: -each.ends.low },
      }));
      expect(judge([...readings].reverse()).pattern).toBe(pattern);
      expect(judge(turned).pattern).withContext(system).toBe(pattern);
    }
  });

  it('are the same whatever the conductors are called, where their roles are said', () => {
    for (const { system, fault, isUnloaded = false } of FAULTS) {
      const { supply } = of(system);
      const renamed = (name: string): string => `X${name}9`;
      const terminals = Object.fromEntries(
        Object.keys(supply.terminals ?? {}).map((name) => [renamed(name), `T.${name}`]),
      );
      const roles = Object.fromEntries(
        Object.keys(supply.terminals ?? {}).map((name) => [renamed(name), ROLES[name] ?? 'earth']),
      );
      const bond = supply.bond === 'none' ? 'none' : `${renamed(supply.bond?.split('-')[0] ?? '')}-E`;
      const other = machineOf({ ...supply, terminals, roles, bond });
      const readings = readSupply(of(system), fault).map((each) => ({
        ...each,
        conductors: [renamed(each.conductors[0]), renamed(each.conductors[1])] as const,
      }));
      const facts = { readings, isUnloaded, isEarthProven: true };
      // Three wires of a wye have no neutral to name.
      if (system === 'three wires 400') continue;
      expect(judgeSupply(other, 's', facts).pattern)
        .withContext(system)
        .toBe(judged(of(system), fault, { isUnloaded }).pattern);
    }
  });

  it('claim nothing where a pair was not read', () => {
    for (const system of Object.values(SYSTEMS)) {
      const readings = readSupply(system, {});
      readings.forEach((_, index) => {
        const facts = { readings: readings.filter((__, at) => at !== index), isUnloaded: false, isEarthProven: true };
        expect(judgeSupply(machineOf(system.supply), 's', facts).pattern).toBe('unclear');
      });
    }
  });
});

const ROLES: Readonly<Record<string, 'line-1' | 'line-2' | 'line-3' | 'return' | 'earth' | 'plus' | 'minus'>> = {
  L: 'line-1',
  hot: 'line-1',
  L1: 'line-1',
  L2: 'line-2',
  L3: 'line-3',
  N: 'return',
  return: 'return',
  plus: 'plus',
  minus: 'minus',
};
