import { resolveExpectation, type ExpectationDocument } from '../expectation';
import type { Meter } from '../meter';
import { parseReading, type MeasurementFunction } from '../quantity';
import { plainMeter } from '../testing/exact-meter';
import { judge, type JudgeInput, type Judgement } from '.';
import { RULES_VERSION } from './verdict';

const EXACT = plainMeter([{ upTo: 4000, resolution: 1, ofReading: 0, counts: 0 }]);
/** Shows whole units, one of which it may be off. */
const COUNTING = plainMeter([{ upTo: 4000, resolution: 1, ofReading: 0, counts: 1 }]);

function judged(
  text: string,
  document: ExpectationDocument,
  measured: MeasurementFunction = 'ac-voltage',
  more: Partial<JudgeInput> & { readonly meter?: Meter } = {},
): Judgement {
  const parsed = parseReading(text, { function: measured });
  if (parsed.outcome !== 'reading') throw new Error(`${text}: ${JSON.stringify(parsed)}`);
  const expectation = resolveExpectation(document, measured);
  const found = judge({ reading: parsed.reading, function: measured, expectation, meter: EXACT, ...more });
  return { ...found, sentence: found.sentence.replaceAll('\u00a0', ' ') };
}

const HUNDRED: ExpectationDocument = { kind: 'nominal', value: '100 V', tolerance: '10 %' };
const AMPS: ExpectationDocument = { kind: 'nominal', value: '100 A', tolerance: '10 %' };

describe('a judgement as it is kept', () => {
  it('has what belongs to it and nothing else', () => {
    expect(judged('100', HUNDRED)).toEqual({
      verdict: 'within',
      sentence: '100 V; should be 100 V ±10 %. All of it is inside: within.',
      value: 100,
      interval: { low: 100, high: 100 },
      probability: 1,
      rulesVersion: RULES_VERSION,
    });
    expect(judged('OL', HUNDRED)).toEqual({
      verdict: 'high',
      sentence: 'OL; should be 100 V ±10 %. All of it is above 110 V. Too much: high.',
      interval: { low: 4000 },
      rulesVersion: RULES_VERSION,
    });
    expect(judged('30', AMPS, 'ac-current')).toEqual({
      verdict: 'partial',
      sentence: '30 A; should be 100 A ±10 %. That is 30 % of 100 A, outside the band and under 50 %: partial.',
      value: 30,
      interval: { low: 30, high: 30 },
      probability: 0,
      rulesVersion: RULES_VERSION,
    });
    expect(Object.keys(judged('30', HUNDRED, 'dc-voltage'))).not.toContain('notes');
  });

  it('says what is only assumed, and what nobody knows', () => {
    const said = (document: ExpectationDocument): string => judged('30', document).sentence;
    expect(said({ kind: 'nominal', value: '24 V?' })).toContain('what it should be is only assumed (24 V ±10 %).');
    expect(said({ kind: 'limit', atLeast: '24 V?' })).toContain('only assumed (at least 24 V).');
    expect(said({ kind: 'limit', atMost: '24 V?' })).toContain('what it should be is at most 24 V.');
    expect(said({ kind: 'unknown' })).toContain('what it should be is not known.');
    expect(judged('30', { kind: 'unknown' }).notes).toEqual(['no-expected-value']);
  });

  it('is open by a guess, and says that it was one', () => {
    const guess: ExpectationDocument = { kind: 'rtd', at0C: '100 Ω', temperature: { guess: '20 °C' } };
    const found = judged('107', guess, 'resistance', { leads: { zero: 0 } });
    expect([found.verdict, found.notes]).toEqual(['unjudged', ['guessed-reference']]);
  });
});

describe('too little of an AC voltage', () => {
  const stray = { low: 3.333, high: 10, words: 'An open lead of 5 m' };

  it('may be stray up to half as much again as an open lead shows, and no more', () => {
    const at = (text: string, high = 10) => judged(text, HUNDRED, 'ac-voltage', { stray: { ...stray, high } });
    expect(at('15').notes).toEqual(['stray-voltage']);
    expect(at('15').sentence).toContain(
      'An open lead of 5 m may show 3.3 V to 10 V on this meter and drive nothing. Stray, until a load says otherwise.',
    );
    expect(at('16').notes).toEqual(['series-load']);
    expect(at('16').sentence).toContain(
      'An open lead of 5 m would show 3.3 V to 10 V at most: more than that is a load',
    );
    expect(at('12', 10.55).sentence).toContain('3.3 V to 11 V');
    // "Less than so much" may be nothing at all.
    expect(at('<20', 0.5).notes).toEqual(['stray-voltage']);
  });

  it('is no stray voltage in low-impedance mode, and nobody knows without a wiring list', () => {
    const low = judged('15', HUNDRED, 'ac-voltage', { stray, isLowImpedance: true });
    expect(low.notes).toEqual(['series-load']);
    expect(low.sentence).toContain('Read in low-impedance mode');
    const unknown = judged('15', HUNDRED);
    expect(unknown.notes).toEqual(['stray-voltage']);
    expect(unknown.sentence.endsWith('partial.')).toBeTrue();
    const gone = judged('15', { kind: 'zero', of: '100 V' });
    expect(gone.sentence).toContain('It counts as alive until low-impedance mode or a load');
    expect(judged('15', HUNDRED, 'ac-voltage', { stray: 'held' }).notes).toEqual(['series-load']);
  });

  it('says how it is settled, and only then', () => {
    expect(judged('15', HUNDRED).waysToDecide?.[0]).toContain('load it');
    expect(Object.keys(judged('15', AMPS, 'ac-current'))).not.toContain('waysToDecide');
    expect(Object.keys(judged('100', HUNDRED))).not.toContain('waysToDecide');
    expect(judged('90', HUNDRED, 'ac-voltage', { meter: COUNTING }).waysToDecide).toEqual([
      'repeat the reading with firm contact',
    ]);
    expect(Object.keys(judged('90', HUNDRED, 'ac-voltage', { meter: COUNTING }))).not.toContain('notes');
  });
});

describe('what moves, lasts or drops out', () => {
  const held: ExpectationDocument = { kind: 'sustained', is: HUNDRED, for: '15 min' };

  it('is judged by both its ends, unless it dropped out', () => {
    expect(judged('95..105 for 5 min', HUNDRED).verdict).toBe('within');
    expect(judged('60..70 for 5 min', HUNDRED).verdict).toBe('low');
    expect(judged('95..105 for 5 min, 1 out', HUNDRED).verdict).toBe('unsteady');
    expect(judged('95..105 for 5 min, 1 out', HUNDRED).sentence).toContain('It dropped out once');
    expect(judged('95..105 for 15 min, 1 out', held).verdict).toBe('unsteady');
    expect(judged('95..105 for 15 min, 1 out', held).sentence).toContain('It dropped out once in 15 min');
  });

  it('has not lasted by one look, nor by too short a time, and says what to do', () => {
    const once = judged('100', held);
    expect([once.verdict, once.notes]).toEqual(['undecided', ['once-is-not-for-long']]);
    expect(once.sentence).toContain('One look says nothing of the time; 15 min are asked for');
    expect(once.waysToDecide).toEqual(['watch on until the time is over']);
    expect(judged('95..105 for 6 min', held).sentence).toContain('Held 6 min so far; 15 min are asked for');
    expect(judged('95..105 for 15 min', held).verdict).toBe('within');
    expect(judged('~100', held).verdict).toBe('unsteady');
    // A second more than none is a time.
    expect(judged('100', { ...held, for: '1 s' }).verdict).toBe('undecided');
  });

  it('moved by so much, as far as the meter can tell', () => {
    const swing: ExpectationDocument = { kind: 'swing', low: '10 V', high: '60 V', atLeast: '9 V' };
    expect(judged('20..25', swing).sentence).toContain('It moved by 5 V, at least 9 V was expected');
    expect(judged('20..25', swing, 'ac-voltage', { meter: COUNTING }).sentence).toContain(
      'It moved by 3.1 V to 6.9 V, at least 9 V was expected',
    );
    const steady: ExpectationDocument = { kind: 'swing', low: '10 V', high: '60 V', atMost: '2 V' };
    expect(judged('~24', steady).verdict).toBe('unsteady');
    expect(judged('~24', swing).verdict).toBe('undecided');
    const still: ExpectationDocument = { kind: 'swing', low: '10 V', high: '60 V' };
    expect(judged('~24', still).verdict).toBe('unsteady');
  });
});

describe('limits that are met exactly', () => {
  it('of another value that it fits are inside', () => {
    const elsewhere = (figure: number): string =>
      judge({
        reading: { kind: 'value', quantity: { value: figure, unit: 'V', exponent: 0 } },
        function: 'ac-voltage',
        expectation: {
          ...resolveExpectation(HUNDRED, 'ac-voltage'),
          elsewhere: [{ words: 'position 3', low: 200, high: 210 }],
        },
        meter: EXACT,
      }).sentence;
    expect(elsewhere(200)).toContain('It fits position 3.');
    expect(elsewhere(210)).toContain('It fits position 3.');
    expect(elsewhere(199)).not.toContain('fits');
    expect(elsewhere(211)).not.toContain('fits');
  });

  it('of a short are those of leads, and of the band', () => {
    const ohms = (text: string, value: string): string =>
      judged(text, { kind: 'limit', atLeast: value }, 'continuity', { leads: { zero: 0 } }).verdict;
    expect(ohms('<2', '5 Ω')).toBe('shorted');
    expect(ohms('<2', '2 Ω')).toBe('undecided');
    expect(ohms('<3', '5 Ω')).toBe('low');
    const fine = plainMeter([{ upTo: 40, resolution: 0.1, ofReading: 0, counts: 0 }]);
    const near = judged('0.8', { kind: 'limit', atLeast: '5 Ω' }, 'resistance', { meter: fine, leads: { zero: 0 } });
    expect(near.verdict).toBe('low');
  });

  it('of one volt are limits like any other', () => {
    const one: ExpectationDocument = { kind: 'nominal', value: '1 V', tolerance: '10 %' };
    expect(judged('0', one).verdict).toBe('absent');
    const zero: ExpectationDocument = { kind: 'limit', atLeast: '5 V', of: '0 V' };
    expect(judged('-3', zero, 'dc-voltage').verdict).toBe('reversed');
  });

  it('of a capacitor over range are none: it may be too large, shorted or charged', () => {
    const can: ExpectationDocument = { kind: 'nominal', value: '5 F', tolerance: '10 %' };
    expect(judged('OL', can, 'capacitance').verdict).toBe('undecided');
    const alike: ExpectationDocument = { kind: 'balanced', within: '5 %' };
    expect(judged('OL / 3 F', alike, 'capacitance').verdict).toBe('unbalanced');
    expect(judged('never / 3 s', alike, 'elapsed-time').verdict).toBe('unbalanced');
    expect(judged('>5 / 3', alike).verdict).toBe('unbalanced');
    expect(judged('<5 / 3', alike).verdict).toBe('unbalanced');
  });
});

describe('the probability that it conforms', () => {
  const upTo: ExpectationDocument = { kind: 'range', low: '0 V', high: '0.5 V' };

  it('leaves out what cannot be: less than nothing of AC, and not of DC', () => {
    // Between -1 and 1 V: of AC half of it cannot be, and half of the rest is under 0.5 V.
    expect(judged('0', upTo, 'ac-voltage', { meter: COUNTING }).probability).toBeCloseTo(0.5, 9);
    const signed: ExpectationDocument = { kind: 'range', low: '-1 V', high: '0.5 V', signed: true };
    expect(judged('0', signed, 'dc-voltage', { meter: COUNTING }).probability).toBeCloseTo(0.75, 9);
    const between: ExpectationDocument = { kind: 'range', low: '0.5 V', high: '0.75 V' };
    expect(judged('0', between, 'ac-voltage', { meter: COUNTING }).probability).toBeCloseTo(0.25, 9);
  });

  it('is all or nothing where the leads take off more than was shown', () => {
    const shown = (document: ExpectationDocument): number | undefined =>
      judged('1', document, 'resistance', { leads: { zero: 5 } }).probability;
    expect(shown({ kind: 'limit', atMost: '2 Ω' })).toBe(1);
    expect(shown({ kind: 'range', low: '1 Ω', high: '2 Ω' })).toBe(0);
  });
});
