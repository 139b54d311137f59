import fc from 'fast-check';
import { CALCULATORS, runCalculator } from '../reference';
import { judge } from '../verdict';
import { parseExpectation, resolveExpectation } from '.';

function judged(megohms: number, line: string): string {
  const parsed = parseExpectation(line, 'insulation');
  if (parsed.outcome !== 'expectation') throw new Error(line);
  return judge({
    reading: { kind: 'value', quantity: { value: megohms * 1e6, unit: 'Ω', exponent: 3 } },
    function: 'insulation',
    expectation: resolveExpectation(parsed.document, 'insulation'),
  }).verdict;
}

describe('insulation at its temperature', () => {
  it('passes what the handbook calls enough, and nothing that it calls too little', () => {
    const calculator = CALCULATORS.find(({ id }) => id === 'insulation-at-40');
    fc.assert(
      fc.property(fc.integer({ min: 5, max: 400 }), fc.integer({ min: -10, max: 60 }), (megohms, celsius) => {
        const texts = { ohms: `${megohms} MΩ`, temperature: `${celsius} °C` };
        const found = calculator && runCalculator(calculator, texts);
        if (found?.outcome !== 'result') throw new Error(JSON.stringify(found));
        const isEnough = found.result.lines[1]?.text.endsWith('enough') ?? false;
        const verdict = judged(megohms, found.result.expects?.line ?? '');
        if (verdict !== 'undecided')
          expect(verdict === 'within')
            .withContext(`${megohms} at ${celsius}`)
            .toBe(isEnough);
      }),
    );
  });

  it('is asked for by a reading of the temperature, and is open until that is taken', () => {
    const document = { kind: 'insulation', temperature: { reading: 'motor' } } as const;
    expect(resolveExpectation(document, 'insulation').needs).toEqual({ kind: 'reading', name: 'motor' });
    const guessed = { kind: 'insulation', temperature: { guess: '20 °C' } } as const;
    const { low, guessed: guess } = resolveExpectation(guessed, 'insulation');
    // Ten degrees either way: the colder end asks for more.
    expect(low).toBe(40e6);
    expect(guess?.replaceAll('\u00a0', ' ')).toBe('10 °C to 30 °C');
  });

  it('is not asked of a voltage', () => {
    const document = { kind: 'insulation', temperature: { value: '20 °C' } } as const;
    expect(() => resolveExpectation(document, 'ac-voltage')).toThrowError(/reading of ohms/);
  });
});

describe('the current of a rating', () => {
  const amps = (line: string): number | undefined => {
    const parsed = parseExpectation(line, 'ac-current');
    return parsed.outcome === 'expectation' ? resolveExpectation(parsed.document, 'ac-current').of : undefined;
  };

  it('goes by phases and power factor', () => {
    expect(amps('1.15 kW at 230 V')).toBe(5);
    expect(amps('1.1 kW at 400 V three-phase pf 0.82')).toBeCloseTo(1.936, 3);
    expect(amps('1.1 kW at 400 V 3~ pf 0,82 ±10 %')).toBeCloseTo(1.936, 3);
    expect(amps('4 kVA at 400 V three-phase')).toBeCloseTo(5.774, 3);
  });

  it('is refused for nothing at all, and for a factor that cannot be', () => {
    expect(() => resolveExpectation({ kind: 'rating', power: '0 W', at: '230 V' }, 'ac-current')).toThrowError(
      /above zero/,
    );
    expect(() => resolveExpectation({ kind: 'rating', power: '1 W', at: '0 V' }, 'resistance')).toThrowError(
      /above zero/,
    );
    for (const powerFactor of [0, -0.5, 1.2])
      expect(() =>
        resolveExpectation({ kind: 'rating', power: '1 kW', at: '230 V', powerFactor }, 'ac-current'),
      ).toThrowError(/no power factor/);
    expect(() =>
      resolveExpectation({ kind: 'rating', power: '1 kW', at: '400 V', system: 'three-phase' }, 'resistance'),
    ).toThrowError(/gives no resistance/);
  });
});
