import fc from 'fast-check';
import { BENCH_CONTEXT } from '../testing/traps';
import { BURNER_CONTEXT } from '../testing/burner';
import { DEMO_MODEL } from '../testing/demo';
import { Wiring, type UnitModelDocument } from '../unit-model';
import { judgeSupply, supplyPlan, type SupplyPattern } from './index';

/** Where a conductor stands against earth: a phasor, real and imaginary volts. */
type Phasor = readonly [number, number];
type Conductors = Readonly<Record<string, Phasor>>;

const real = (volts: number): Phasor => [volts, 0];
const turned = (volts: number, degrees: number): Phasor => [
  volts * Math.cos((degrees * Math.PI) / 180),
  volts * Math.sin((degrees * Math.PI) / 180),
];
const middle = ([a, b]: Phasor, [c, d]: Phasor): Phasor => [(a + c) / 2, (b + d) / 2];

const THREE: UnitModelDocument = {
  ...DEMO_MODEL,
  supplies: [
    {
      id: 'mains',
      system: 'three-phase',
      nominal: '400 V',
      bond: 'N-E',
      terminals: { L1: 'Q1.1', L2: 'Q1.2', L3: 'Q1.3', N: 'Q1.4', E: 'PE.1' },
    },
  ],
};

/** What a meter shows of every pair: the difference of two phasors, with an error of its own. */
function read(model: UnitModelDocument, conductors: Conductors, errors: readonly number[] = []): Map<string, number> {
  const pairs = supplyPlan(new Wiring(model), 'mains').filter(({ name }) => name !== 'earth');
  return new Map(
    pairs.map(({ name }, index) => {
      const [[a, b], [c, d]] = name.split('-').map((each) => conductors[each] ?? [NaN, NaN]) as [Phasor, Phasor];
      return [name, Math.hypot(a - c, b - d) * (1 + (errors[index] ?? 0))];
    }),
  );
}

function pattern(model: UnitModelDocument, volts: Map<string, number>, isUnloaded = false): SupplyPattern {
  return judgeSupply(model, 'mains', { volts, isUnloaded, isEarthProven: true }).pattern;
}

const BURNER = BURNER_CONTEXT.model;
const BENCH = BENCH_CONTEXT.model;
const EARTH = real(0);

/** Supplies made of phasors, and what each must be called; the volts of a leg are drawn. */
const WORLDS: readonly {
  readonly name: string;
  readonly model: UnitModelDocument;
  readonly leg: readonly [number, number];
  readonly conductors: (leg: number) => Conductors;
  readonly is: SupplyPattern;
  readonly isUnloaded?: boolean;
}[] = [
  {
    name: 'single-phase',
    model: BURNER,
    leg: [210, 250],
    conductors: (v) => ({ L: real(v), N: EARTH, E: EARTH }),
    is: 'good',
  },
  {
    name: 'L and N turned',
    model: BURNER,
    leg: [210, 250],
    conductors: (v) => ({ L: EARTH, N: real(v), E: EARTH }),
    is: 'reversed',
  },
  {
    name: 'single-phase from a transformer nobody bonded',
    model: BURNER,
    leg: [212, 248],
    conductors: (v) => ({ L: real(v / 2), N: real(-v / 2), E: EARTH }),
    is: 'floating',
  },
  {
    name: 'both terminals on the line',
    model: BURNER,
    leg: [212, 248],
    conductors: (v) => ({ L: real(v), N: real(v), E: EARTH }),
    is: 'both-on-one-leg',
    isUnloaded: true,
  },
  {
    name: 'nothing',
    model: BURNER,
    leg: [0, 2],
    conductors: (v) => ({ L: real(v), N: EARTH, E: EARTH }),
    is: 'no-supply',
  },
  {
    name: 'a low single-phase',
    model: BURNER,
    leg: [120, 203],
    conductors: (v) => ({ L: real(v), N: EARTH, E: EARTH }),
    is: 'low',
  },
  {
    name: 'split-phase',
    model: BENCH,
    leg: [115.5, 124.5],
    conductors: (v) => ({ L1: real(v), L2: real(-v), N: EARTH, E: EARTH }),
    is: 'good',
  },
  {
    name: 'a leg fed back through its load',
    model: BENCH,
    leg: [115.5, 124.5],
    conductors: (v) => ({ L1: real(v), L2: real(v), N: EARTH, E: EARTH }),
    is: 'one-leg-or-fed-back',
  },
  {
    name: 'a leg lost with nothing to feed it back',
    model: BENCH,
    leg: [115.5, 124.5],
    conductors: (v) => ({ L1: real(v), L2: EARTH, N: EARTH, E: EARTH }),
    is: 'one-leg-lost',
  },
  {
    name: 'a leg and the neutral turned',
    model: BENCH,
    leg: [115.5, 124.5],
    conductors: (v) => ({ L1: real(v), L2: EARTH, N: real(-v), E: EARTH }),
    is: 'reversed',
  },
  {
    name: 'a neutral that came off: the legs part by their loads',
    model: BENCH,
    leg: [116, 124],
    conductors: (v) => ({ L1: real(v), L2: real(-v), N: real(v * 0.4), E: EARTH }),
    is: 'lost-neutral',
  },
  {
    name: 'three-phase',
    model: THREE,
    leg: [215, 245],
    conductors: (v) => ({ L1: turned(v, 0), L2: turned(v, 120), L3: turned(v, 240), N: EARTH, E: EARTH }),
    is: 'good',
  },
  {
    name: 'a phase lost, seen through two windings',
    model: THREE,
    leg: [215, 245],
    conductors: (v) => ({
      L1: turned(v, 0),
      L2: turned(v, 120),
      L3: middle(turned(v, 0), turned(v, 120)),
      N: EARTH,
      E: EARTH,
    }),
    is: 'one-leg-lost',
  },
  {
    name: 'two terminals on one phase',
    model: THREE,
    leg: [215, 245],
    conductors: (v) => ({ L1: turned(v, 0), L2: turned(v, 120), L3: turned(v, 0), N: EARTH, E: EARTH }),
    is: 'both-on-one-leg',
  },
];

describe('a supply made of phasors', () => {
  for (const { name, model, leg, conductors, is, isUnloaded } of WORLDS) {
    it(`is ${is}: ${name}, whatever its volts, and with a meter that is a little off`, () => {
      const error = fc.double({ min: -0.002, max: 0.002, noNaN: true });
      fc.assert(
        fc.property(
          fc.double({ min: leg[0], max: leg[1], noNaN: true }),
          fc.array(error, { minLength: 10, maxLength: 10 }),
          (volts, errors) => {
            expect(pattern(model, read(model, conductors(volts), errors), isUnloaded))
              .withContext(`${volts} V`)
              .toBe(is);
          },
        ),
        { numRuns: 60 },
      );
    });

    it(`is ${is} in whatever order it was read: ${name}`, () => {
      const volts = [...read(model, conductors((leg[0] + leg[1]) / 2))];
      fc.assert(
        fc.property(fc.shuffledSubarray(volts, { minLength: volts.length }), (order) => {
          expect(pattern(model, new Map(order), isUnloaded)).toBe(is);
        }),
        { numRuns: 20 },
      );
    });
  }

  it('is never good with a conductor at another one’s place', () => {
    const good: Conductors = { L1: real(120), L2: real(-120), N: EARTH, E: EARTH };
    const names = ['L1', 'L2', 'N'];
    fc.assert(
      fc.property(fc.shuffledSubarray(names, { minLength: 3 }), (order) => {
        const moved = {
          ...good,
          ...Object.fromEntries(names.map((name, index) => [name, good[order[index] ?? name]])),
        };
        const isTwoLegs = order[2] === 'N';
        expect(pattern(BENCH, read(BENCH, moved as Conductors)) === 'good')
          .withContext(order.join(' '))
          .toBe(isTwoLegs);
      }),
    );
  });
});
