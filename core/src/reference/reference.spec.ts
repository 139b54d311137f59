import fc from 'fast-check';
import { awgSquareMillimetres } from '../quantity';
import {
  balanceOf,
  betaCelsius,
  betaOhms,
  CALCULATORS,
  cableDrop,
  capacitorAmps,
  capacitorFarads,
  FUSE_RATINGS,
  heaterOhms,
  heaterWatts,
  insulationAt40,
  leastInsulationAt,
  loadAmps,
  nearestPosition,
  ohmsPerMetre,
  platinumCelsius,
  platinumOhms,
  platinumTolerance,
  ratedAmps,
  runCalculator,
  steinhartHartCelsius,
  steinhartHartOhms,
  strayVolts,
  tableFault,
  tableSpan,
  tableValue,
  threePhaseAmps,
  transformerFigures,
  windingCelsius,
  windingOhms,
} from './index';
import { HAND_METER } from '../testing/demo';

describe('handbook formulas', () => {
  it('gives the platinum table of IEC 60751', () => {
    const table: readonly (readonly [number, number])[] = [
      [-200, 18.52],
      [-50, 80.31],
      [0, 100],
      [50, 119.4],
      [100, 138.51],
      [200, 175.86],
      [300, 212.05],
      [400, 247.09],
      [600, 313.71],
      [850, 390.48],
    ];
    for (const [celsius, ohms] of table) {
      expect(platinumOhms(celsius, 100)).withContext(`${celsius} °C`).toBeCloseTo(ohms, 2);
      // The printed 18.52 Ω is rounded to just below the end of the curve.
      if (celsius > -200)
        expect(Math.abs(platinumCelsius(ohms, 100) - celsius))
          .withContext(`${ohms} Ω`)
          .toBeLessThan(0.02);
    }
  });

  it('gives the 1000 Ω figures of the trade (common practice, no source)', () => {
    expect(platinumCelsius(1047, 1000)).toBeCloseTo(12.0, 0);
    expect(platinumCelsius(1091, 1000)).toBeCloseTo(23.3, 0);
    expect(platinumCelsius(1100, 1000)).toBeCloseTo(25.7, 1);
    expect(platinumOhms((350 - 32) / 1.8, 1000)).toBeCloseTo(1672, -1);
  });

  it('reads the platinum curve both ways, and nothing beyond its ends', () => {
    fc.assert(
      fc.property(fc.integer({ min: -20_000, max: 85_000 }), fc.constantFrom(100, 500, 1000), (hundredths, at0C) => {
        const celsius = hundredths / 100;
        expect(platinumCelsius(platinumOhms(celsius, at0C), at0C)).toBeCloseTo(celsius, 6);
      }),
    );
    expect(platinumOhms(-200.1, 100)).toBeNaN();
    expect(platinumOhms(850.1, 100)).toBeNaN();
    expect(platinumCelsius(18, 100)).toBeNaN();
    expect(platinumCelsius(391, 100)).toBeNaN();
  });

  it('allows what the classes of IEC 60751 allow', () => {
    expect(platinumTolerance(0, 'A')).toBeCloseTo(0.15, 10);
    expect(platinumTolerance(-100, 'A')).toBeCloseTo(0.35, 10);
    expect(platinumTolerance(0, 'B')).toBeCloseTo(0.3, 10);
    expect(platinumTolerance(100, 'B')).toBeCloseTo(0.8, 10);
  });

  it('reads thermistors both ways', () => {
    // Coefficients of a 10 kΩ part often printed: 25 °C is 10 kΩ (common practice, no source).
    const part = { a: 0.001129148, b: 0.000234125, c: 8.76741e-8 };
    expect(steinhartHartCelsius(10_000, part)).toBeCloseTo(25, 1);
    fc.assert(
      fc.property(fc.integer({ min: -40, max: 120 }), (celsius) => {
        expect(betaCelsius(betaOhms(celsius, 10_000, 3950), 10_000, 3950)).toBeCloseTo(celsius, 8);
        expect(steinhartHartCelsius(steinhartHartOhms(celsius, part), part)).toBeCloseTo(celsius, 6);
        expect(betaOhms(celsius + 1, 10_000, 3950)).toBeLessThan(betaOhms(celsius, 10_000, 3950));
      }),
    );
    expect(betaOhms(25, 10_000, 3950)).toBeCloseTo(10_000, 6);
  });

  it('reads a table between its rows and not beyond its ends', () => {
    const rows = [
      [0, 10],
      [10, 20],
      [30, 0],
    ] as const;
    expect(tableValue(rows, 5)).toBe(15);
    expect(tableValue(rows, 30)).toBe(0);
    expect(tableValue(rows, -0.1)).toBeNaN();
    expect(tableValue(rows, 30.1)).toBeNaN();
    expect(tableSpan(rows, 5, 20)).toEqual({ low: 10, high: 20 });
    expect(tableSpan(rows, 5, 31)).toBeUndefined();
    expect(tableFault([[0, 1]])).toContain('two rows');
    expect(
      tableFault([
        [0, 1],
        [0, 2],
      ]),
    ).toContain('Row 2');
  });

  it('brings windings and insulation to another temperature', () => {
    // 0.00393 per °C at 20 °C (IEC 60028): 10 Ω at 20 °C is 13.144 Ω at 100 °C.
    expect(windingOhms(100, 10, 20, 'copper')).toBeCloseTo(13.144, 6);
    // IEEE 43 (from memory): 100 MΩ at 20 °C is 25 MΩ at 40 °C.
    expect(insulationAt40(100e6, 20)).toBeCloseTo(25e6, 0);
    expect(insulationAt40(7e6, 40)).toBe(7e6);
    fc.assert(
      fc.property(fc.integer({ min: -20, max: 140 }), fc.integer({ min: -20, max: 60 }), (celsius, at) => {
        const now = windingOhms(celsius, 3.3, at, 'aluminium');
        expect(windingCelsius(now, 3.3, at, 'aluminium')).toBeCloseTo(celsius, 6);
      }),
    );
  });

  it('gives loads from their rating and back', () => {
    // 15 to 16 Ω at 240 V, 3.6 to 3.84 kW (common practice, no source).
    expect(heaterOhms(3600, 240)).toBeCloseTo(16, 10);
    expect(heaterWatts(15, 240)).toBeCloseTo(3840, 6);
    expect(heaterWatts(16, 120) / heaterWatts(16, 240)).toBeCloseTo(0.25, 10);
    expect(ratedAmps(63, 24)).toBeCloseTo(2.625, 6);
    expect(threePhaseAmps(1000, 400)).toBeCloseTo(1.443, 3);
    expect(capacitorFarads(capacitorAmps(5e-6, 230, 50), 230, 50)).toBeCloseTo(5e-6, 12);
    expect(transformerFigures(63, 24)).toEqual({ amps: 2.625, fuse: 4 });
    expect(transformerFigures(5, 24).fuse).toBeUndefined();
  });

  it('gives the unbalance of the worked examples', () => {
    // NEMA MG 1 example (from memory): 460, 467, 450 V average 459, 1.96 %.
    const first = balanceOf([460, 467, 450]);
    expect(first.mean).toBe(459);
    expect(first.unbalance * 100).toBeCloseTo(1.96, 2);
    expect(first.farthest).toBe(2);
    // US DOE motor tip sheet (from memory): 462, 463, 455 V, 1.1 %.
    expect(balanceOf([462, 463, 455]).unbalance * 100).toBeCloseTo(1.1, 1);
    // 3.34 / 3.33 / 3.28 Ω: 1.1 % from the mean, 1.8 % spread (common practice, no source).
    const windings = balanceOf([3.34, 3.33, 3.28]);
    expect(windings.unbalance * 100).toBeCloseTo(1.1, 1);
    expect(windings.spread * 100).toBeCloseTo(1.8, 1);
  });

  it('gives the conductors of ASTM B258 and the copper of IEC 60028', () => {
    expect(ohmsPerMetre(awgSquareMillimetres(18)) * 1000).toBeCloseTo(20.95, 1);
    expect(ohmsPerMetre(awgSquareMillimetres(14)) * 1000).toBeCloseTo(8.286, 1);
    expect(awgSquareMillimetres(0)).toBeCloseTo(53.5, 0);
    const run = { length: 30, squareMillimetres: 1.5, amps: 3 };
    expect(cableDrop(run)).toBeCloseTo((2 * 3 * 30) / 58 / 1.5, 6);
    expect(cableDrop({ ...run, isThreePhase: true }) / cableDrop(run)).toBeCloseTo(Math.sqrt(3) / 2, 10);
    expect(cableDrop({ ...run, celsius: 70 })).toBeGreaterThan(cableDrop(run));
  });

  it('finds the position of a selector', () => {
    expect(nearestPosition({ a: 1000, b: 2200, c: 4700 }, 4600)?.position).toBe('c');
    expect(nearestPosition({}, 1)).toBeUndefined();
  });

  it('gives the ghost voltage of a floating lead (common practice: 5 to 15 V, no source), less when loaded', () => {
    const lead = { length: 6, volts: 24, hertz: 50, impedance: 10e6 };
    const { low, high } = strayVolts(lead);
    expect(low).toBeGreaterThan(3);
    expect(high).toBeLessThan(15);
    expect(strayVolts({ ...lead, impedance: 3000 }).high).toBeLessThan(0.1);
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 200 }), fc.integer({ min: 1, max: 400 }), (length, volts) => {
        const open = strayVolts({ length, volts, hertz: 50, impedance: 10e6 });
        expect(open.low).toBeLessThanOrEqual(open.high);
        expect(open.high).toBeLessThan(volts);
      }),
    );
  });
});

describe('calculators', () => {
  it('compute from what stands in their fields to begin with', () => {
    for (const calculator of CALCULATORS) {
      const run = runCalculator(calculator, {}, HAND_METER);
      expect(run.outcome)
        .withContext(`${calculator.id}: ${JSON.stringify(run)}`)
        .toBe('result');
      expect(calculator.source).not.toBe('');
    }
  });

  it('name the field that cannot be read and what it accepts', () => {
    const heater = CALCULATORS.find(({ id }) => id === 'heater');
    if (!heater) throw new Error('no heater');
    const run = runCalculator(heater, { volts: 'plenty' });
    expect(run).toEqual(jasmine.objectContaining({ outcome: 'problem', field: 'volts', accepted: ['24 V', '120 mV'] }));
    expect(runCalculator(heater, { ohms: '0 Ω' })).toEqual(jasmine.objectContaining({ outcome: 'problem' }));
  });

  it('show the fahrenheit figures of the trade', () => {
    const scale = CALCULATORS.find(({ id }) => id === 'temperature-scale');
    if (!scale) throw new Error('no scale');
    const run = runCalculator(scale, { temperature: '44 °F' });
    expect(JSON.stringify(run)).toContain('6.667 °C');
  });
});

describe('figures that protect and insulation over time', () => {
  it('takes 167 % below 9 A and 125 % from there on (NFPA 70 table 450.3(B), from memory)', () => {
    fc.assert(
      fc.property(fc.double({ min: 1, max: 400, noNaN: true }), (amps) => {
        const { fuse } = transformerFigures(amps * 24, 24);
        expect(fuse).toBeDefined();
        const most = amps < 9 ? 1.67 : 1.25;
        expect((fuse ?? Infinity) / amps).toBeLessThanOrEqual(most + 1e-9);
        // The next one up would be too large.
        const next = FUSE_RATINGS.find((rating) => rating > (fuse ?? 0)) ?? Infinity;
        expect(next / amps).toBeGreaterThan(most - 1e-9);
      }),
    );
    expect(transformerFigures(240, 24).fuse).toBe(12);
  });

  it('asks as much more of a cold winding as the correction takes off', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -20, max: 120, noNaN: true }),
        fc.double({ min: 1e5, max: 1e10, noNaN: true }),
        (celsius, ohms) => {
          expect(insulationAt40(leastInsulationAt(ohms, celsius), celsius) / ohms).toBeCloseTo(1, 9);
        },
      ),
    );
    // 20 °C is two halvings away from 40 °C: 5 MΩ there are 20 MΩ here.
    expect(leastInsulationAt(5e6, 20)).toBe(20e6);
  });

  it('winds aluminium by the 225 of the resistance method (IEC 60034-1, from memory)', () => {
    expect(windingOhms(80, 10, 20, 'aluminium')).toBeCloseTo((10 * (225 + 80)) / (225 + 20), 9);
    expect(windingOhms(80, 10, 20, 'copper')).toBeCloseTo((10 * (234.45 + 80)) / (234.45 + 20), 2);
  });

  it('reckons a load by its power factor and phases: 11 kW at 400 V, cos φ 0.85, take 18.7 A (worked by hand)', () => {
    expect(loadAmps(11_000, { volts: 400, powerFactor: 0.85, isThreePhase: true })).toBeCloseTo(18.68, 2);
    expect(loadAmps(1150, { volts: 230, powerFactor: 1, isThreePhase: false })).toBe(5);
  });

  it('refuses what cannot be, by name, whatever the formula', () => {
    const run = (id: string, texts: Record<string, string>) => {
      const calculator = CALCULATORS.find((each) => each.id === id);
      if (!calculator) throw new Error(id);
      return runCalculator(calculator, texts);
    };
    for (const { id, fields } of CALCULATORS)
      for (const field of fields) {
        if (field.kind !== 'quantity' || field.dimension !== 'temperature') continue;
        expect(run(id, { [field.id]: '-300 °C' }))
          .withContext(`${id} ${field.id}`)
          .toEqual(jasmine.objectContaining({ outcome: 'problem', field: field.id }));
      }
    for (const [id, field, text] of [
      ['insulation-at-40', 'ohms', '550'],
      ['capacitor', 'farads', '45'],
      ['polarisation', 'earlier', '200'],
    ] as const) {
      const found = run(id, { [field]: text });
      expect(found.outcome).toBe('problem');
      expect(found.outcome === 'problem' && found.message).toContain('Write its unit out');
    }
    for (const { id, fields } of CALCULATORS)
      for (const field of fields) {
        const zero = field.kind === 'quantity' ? `0 ${field.start.replace(/^[\d.]+ ?/, '')}` : '0';
        expect(() => run(id, { [field.id]: zero }))
          .withContext(`${id} ${field.id}`)
          .not.toThrow();
      }
  });

  it('tells the polarisation index from the absorption ratio, and says where it says nothing', () => {
    const lines = (texts: Record<string, string>): string => {
      const calculator = CALCULATORS.find(({ id }) => id === 'polarisation');
      const found = calculator && runCalculator(calculator, texts);
      return found?.outcome === 'result' ? found.result.lines.map(({ text }) => text).join(', ') : '';
    };
    expect(lines({ earlier: '100 MΩ', later: '260 MΩ' })).toBe('2.6, enough');
    expect(lines({ earlier: '100 MΩ', later: '190 MΩ' })).toBe('1.9, too little');
    expect(lines({ which: '30, 60 s', earlier: '100 MΩ', later: '130 MΩ' })).toBe('1.3, enough');
    expect(lines({ earlier: '6 GΩ', later: '7 GΩ' })).toContain('says nothing');
  });
});
