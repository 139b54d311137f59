import fc from 'fast-check';
import { resolveExpectation, type ExpectationDocument } from '../expectation';
import { FUNCTIONS, parseReading, type MeasurementFunction } from '../quantity';
import { HAND_METER } from '../testing/demo';
import { INCONCLUSIVE, judge, possibleVerdicts, producibleVerdicts, type JudgeInput, type Judgement } from '.';

function judged(
  text: string,
  document: ExpectationDocument,
  measured: MeasurementFunction = 'ac-voltage',
  options: Partial<JudgeInput> = {},
): Judgement {
  const parsed = parseReading(text, { function: measured });
  if (parsed.outcome !== 'reading') throw new Error(text);
  return judge({
    reading: parsed.reading,
    function: measured,
    expectation: resolveExpectation(document, measured),
    ...options,
  });
}

const supply: ExpectationDocument = { kind: 'nominal', value: '24 V', plus: '20 %', minus: '15 %' };
const closed: ExpectationDocument = { kind: 'state', is: 'closed', of: '24 V' };
const coil: ExpectationDocument = { kind: 'nominal', value: '8 Ω', tolerance: '20 %' };

describe('the verdict', () => {
  it('is the first rule that matches', () => {
    expect(judged('27.1', supply, 'ac-voltage', { invalidBecause: ['mains is off'] }).verdict).toBe('invalid');
    expect(judged('27.1', { kind: 'unknown' }).verdict).toBe('unjudged');
    expect(judged('2.1k', { kind: 'nominal', value: '2.1 kΩ?' }, 'resistance').verdict).toBe('unjudged');
    expect(judged('23..25', supply).verdict).toBe('unsteady');
    expect(judged('~24', supply).verdict).toBe('unsteady');
    expect(judged('24.1 / 0.2', supply).verdict).toBe('mixed');
    expect(judged('OL', coil, 'resistance').verdict).toBe('open');
    expect(judged('0.1', coil, 'resistance', { leads: { zero: 0.1 } }).verdict).toBe('shorted');
    expect(judged('27.1', supply).verdict).toBe('within');
    expect(judged('20.4', supply).verdict).toBe('undecided');
    expect(judged('0.3', supply).verdict).toBe('absent');
    expect(judged('11.7', supply).verdict).toBe('partial');
    expect(judged('18.0', supply).verdict).toBe('low');
    expect(judged('29.9', supply).verdict).toBe('high');
  });

  it('calls a should-be-zero band partial below half of the nominal and high above', () => {
    expect(judged('0.0', closed).verdict).toBe('within');
    expect(judged('5.0', closed).verdict).toBe('partial');
    expect(judged('26.9', closed).verdict).toBe('high');
  });

  it('never calls a resistance absent or partly there', () => {
    expect(judged('3.0', coil, 'resistance', { leads: { zero: 0 } }).verdict).toBe('low');
  });

  it('judges over range by what is expected', () => {
    expect(judged('OL', { kind: 'state', is: 'open' }, 'resistance', { meter: HAND_METER }).verdict).toBe('within');
    expect(judged('OL', { kind: 'limit', atLeast: '100 MΩ' }, 'resistance', { meter: HAND_METER }).verdict).toBe(
      'undecided',
    );
    expect(judged('OL', { kind: 'state', is: 'closed' }, 'resistance').verdict).toBe('open');
    expect(judged('OL', supply).verdict).toBe('high');
    expect(judged('>4000', { kind: 'limit', atLeast: '1 MΩ' }, 'insulation').verdict).toBe('within');
    expect(judged('<0.1', { kind: 'limit', atMost: '2 Ω' }, 'resistance').verdict).toBe('within');
  });

  it('still judges open and shorted where only "finite" is known', () => {
    expect(judged('OL', { kind: 'unknown', finite: true }, 'resistance').verdict).toBe('open');
    expect(judged('0.1', { kind: 'unknown', finite: true }, 'resistance', { leads: { zero: 0.1 } }).verdict).toBe(
      'shorted',
    );
    expect(judged('120', { kind: 'unknown', finite: true }, 'resistance').verdict).toBe('unjudged');
  });

  it('subtracts zeroed leads: 1.7 less 1.7 is nothing, 1.8 less 1.7 is a joint (common practice, no source)', () => {
    const joint: ExpectationDocument = { kind: 'limit', atMost: '2 Ω' };
    expect(judged('1.8', joint, 'resistance', { leads: { zero: 1.7 } }).value).toBeCloseTo(0.1, 9);
    expect(judged('1.7', joint, 'resistance', { leads: { zero: 1.7 } }).verdict).toBe('within');
  });

  it('takes a disagreement for mixed, agreement for the common verdict', () => {
    expect(judged('27.1 / 27.0 / 26.9', supply).verdict).toBe('within');
    expect(judged('20.4 / 27.0', supply).verdict).toBe('undecided');
  });

  it('says its arithmetic in one sentence', () => {
    const { sentence } = judged('26.90', closed, 'ac-voltage', { meter: HAND_METER });
    expect(sentence.replaceAll('\u00a0', ' ')).toBe(
      '26.90 V ± 0.28 V is 26.62 to 27.18 V; should be closed: at most 1 V, the larger of 1 V and 2 % of 24 V. All of it is above 1 V. That is 112 % of 24 V: high.',
    );
  });

  it('names the cheapest way to decide first', () => {
    const ohms = judged('5.2', { kind: 'state', is: 'closed' }, 'resistance', { meter: HAND_METER });
    expect(ohms.verdict).toBe('undecided');
    expect(ohms.waysToDecide?.[0]).toContain('zero the leads');
    const volts = judged('28.7', supply, 'ac-voltage', { meter: HAND_METER });
    expect(volts.waysToDecide?.[0]).toContain('60');
    expect(volts.waysToDecide?.some((way) => way.includes('low-impedance'))).toBeTrue();
  });

  // JCGM 106:2012, 7.2 and 8.3: uniform prior, guarded acceptance and guarded rejection.
  it('gives one half at a limit and near one deep inside', () => {
    expect(judged('20.4', supply, 'ac-voltage', { meter: HAND_METER }).probability).toBeCloseTo(0.5, 9);
    expect(judged('24.0', supply, 'ac-voltage', { meter: HAND_METER }).probability).toBeCloseTo(1, 9);
  });

  it('accepts and rejects only with the whole interval', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 6000 }), (digits) => {
        const {
          verdict,
          interval,
          probability = 0,
        } = judged((digits / 100).toFixed(2), supply, 'ac-voltage', { meter: HAND_METER });
        const low = interval?.low ?? -Infinity;
        const high = interval?.high ?? Infinity;
        const isInside = low >= 20.4 && high <= 28.8;
        const isOutside = high < 20.4 || low > 28.8;
        expect(verdict === 'within').toBe(isInside);
        expect(verdict === 'undecided').toBe(!isInside && !isOutside);
        if (isInside) expect(probability).toBeGreaterThan(0.949);
        if (isOutside) expect(probability).toBeLessThan(0.051);
      }),
      { seed: 5 },
    );
  });

  it('never produces a decided verdict that the chart check does not foresee', () => {
    const documents: readonly (readonly [ExpectationDocument, MeasurementFunction])[] = [
      [supply, 'ac-voltage'],
      [closed, 'ac-voltage'],
      [{ kind: 'state', is: 'present', of: '24 V' }, 'ac-voltage'],
      [{ kind: 'state', is: 'absent', of: '24 V' }, 'ac-voltage'],
      [{ kind: 'range', low: '4.5 V', high: '5.5 V' }, 'dc-voltage'],
      [{ kind: 'limit', atLeast: '10 V' }, 'ac-voltage'],
      [coil, 'resistance'],
      [{ kind: 'state', is: 'closed' }, 'resistance'],
      [{ kind: 'state', is: 'open' }, 'resistance'],
      [{ kind: 'unknown', finite: true }, 'resistance'],
      [{ kind: 'swing', low: '0 V', high: '5.5 V', atLeast: '3 V' }, 'dc-voltage'],
      [{ kind: 'swing', low: '2 V', high: '5.5 V', atMost: '1 V' }, 'dc-voltage'],
      [{ kind: 'sustained', is: { kind: 'state', is: 'present', of: '24 V' }, for: '10 min' }, 'ac-voltage'],
      [{ kind: 'limit', atMost: '2 V' }, 'dc-voltage'],
      [{ kind: 'zero', of: '24 V' }, 'dc-voltage'],
      [{ kind: 'state', is: 'closed', of: '24 V' }, 'dc-voltage'],
      [{ kind: 'range', low: '-12.6 V', high: '-11.4 V' }, 'dc-voltage'],
    ];
    fc.assert(
      fc.property(
        fc.constantFrom(...documents),
        fc.double({ min: 0, max: 1e7, noNaN: true }),
        fc.constantFrom('value', 'turned', 'OL', 'swings'),
        ([document, measured], value, kind) => {
          const text = {
            value: value.toFixed(2),
            turned: `-${value.toFixed(2)}`,
            OL: 'OL',
            swings: `${(value / 2).toFixed(2)}..${value.toFixed(2)}`,
          };
          const isTurned = kind === 'turned' && FUNCTIONS[measured].neverNegative;
          const { verdict } = judged(isTurned ? text.value : text[kind], document, measured, {
            meter: HAND_METER,
            leads: { zero: 0.2 },
          });
          if (INCONCLUSIVE.has(verdict)) return;
          const expectation = resolveExpectation(document, measured);
          const about = `${value} ${JSON.stringify(document)}`;
          expect([...possibleVerdicts(expectation, measured)])
            .withContext(about)
            .toContain(verdict);
          // Above a state is something else than what the chart asks about.
          if (kind === 'swings' || (verdict === 'high' && expectation.isForeignAbove)) return;
          expect([...producibleVerdicts(expectation, measured)])
            .withContext(about)
            .toContain(verdict);
        },
      ),
      { numRuns: 3000, seed: 6 },
    );
  });
});
