import fc from 'fast-check';
import { resolveExpectation, type ResolvedExpectation } from '../expectation';
import { plainMeter } from '../testing/exact-meter';
import { judgeSet, type SetMember, type Verdict } from '.';
import { INCONCLUSIVE, VERDICTS } from './verdict';
import { RULES_VERSION } from './verdict';

const plain = (text: string): string => text.replaceAll('\u00a0', ' ');

function member(id: string, verdict: Verdict, volts?: number): SetMember {
  return {
    id,
    name: `part ${id}`,
    function: 'ac-voltage',
    verdict,
    sentence: `Because of ${id}.`,
    ...(volts === undefined
      ? {}
      : { reading: { kind: 'value', quantity: { value: volts, unit: 'V', exponent: 0 } } as const }),
  };
}

const anyVerdict = fc.constantFrom(...VERDICTS);

describe('parts judged together', () => {
  it('are what all of them are, open where one is open, and mixed where they differ', () => {
    fc.assert(
      fc.property(fc.array(anyVerdict, { maxLength: 4 }), (verdicts) => {
        const { verdict, pattern } = judgeSet(verdicts.map((each, index) => member(`${index}`, each)));
        const open = verdicts.find((each) => INCONCLUSIVE.has(each));
        const [first = 'unjudged'] = verdicts;
        const all = verdicts.every((each) => each === first) ? first : 'mixed';
        expect(verdict).toBe(open ?? all);
        expect(pattern).toBeUndefined();
      }),
    );
  });

  it('are said one by one, with the reason of the first that is open', () => {
    const said = (members: readonly SetMember[]): string => plain(judgeSet(members).sentence);
    expect(said([member('a', 'within', 24), member('b', 'within')])).toBe(
      'part a 24 V within, part b within. All agree: within.',
    );
    expect(said([member('a', 'low', 20), member('b', 'within', 24)])).toBe(
      'part a 20 V low, part b 24 V within. They disagree: mixed.',
    );
    expect(said([member('a', 'undecided', 22), member('b', 'within', 24)])).toBe(
      'part a 22 V undecided, part b 24 V within. As a whole: undecided. Because of a.',
    );
    expect(said([member('a', 'undecided', 22), member('b', 'undecided', 22)])).toBe(
      'part a 22 V undecided, part b 22 V undecided. All agree: undecided. Because of a.',
    );
    const { sentence: _reason, ...silent } = member('a', 'undecided', 22);
    expect(said([silent, member('b', 'within')])).toBe('part a 22 V undecided, part b within. As a whole: undecided.');
    expect(said([{ ...member('a', 'low', 22), isAccepted: true }, member('b', 'low', 12)])).toBe(
      'part a 22 V taken as low, part b 12 V low. All agree: low.',
    );
  });

  it('make the first pattern that fits, whose words may leave parts out and name several', () => {
    const met = (verdict: Verdict, wanted: string): boolean =>
      judgeSet([member('a', verdict), member('b', 'high')], { hit: { a: wanted } }).pattern === 'hit';
    const wider: Readonly<Record<string, readonly Verdict[]>> = {
      low: ['absent', 'partial', 'shorted'],
      high: ['open'],
    };
    fc.assert(
      fc.property(anyVerdict, anyVerdict, anyVerdict, (verdict, wanted, other) => {
        const isMet = verdict === wanted || (wider[wanted] ?? []).includes(verdict);
        expect(met(verdict, wanted)).withContext(`${verdict} for ${wanted}`).toBe(isMet);
        expect(met(verdict, `${other} or ${wanted}`)).toBe(isMet || met(verdict, other));
      }),
    );
    expect(judgeSet([member('a', 'low')], { none: { z: 'low' } }).pattern).toBeUndefined();
    const found = judgeSet([member('a', 'low', 3), member('b', 'within', 24)], {
      'b-gone': { b: 'low' },
      'a-gone': { a: 'low', b: 'within' },
      either: { a: 'low' },
    });
    expect({ ...found, sentence: plain(found.sentence) }).toEqual({
      verdict: 'mixed',
      pattern: 'a-gone',
      sentence: 'part a 3 V low, part b 24 V within. Together: a gone.',
    });
  });
});

describe('parts that are to be alike, or to follow', () => {
  const meter = plainMeter();
  const balance: ResolvedExpectation = {
    ...resolveExpectation({ kind: 'unknown' }, 'ac-voltage'),
    caveat: { kind: 'alike-is-not-right', words: 'Alike is not right' },
    balance: { within: 0.1 },
  };
  const three = (...volts: readonly number[]): readonly SetMember[] =>
    volts.map((each, index) => member(`${index}`, 'unjudged', each));

  it('are judged by all their figures, whatever each of them alone is', () => {
    const alike = judgeSet(three(20, 21, 20), {}, balance, { meter });
    expect({ ...alike, sentence: plain(alike.sentence) }).toEqual({
      verdict: 'within',
      sentence:
        '20 V / 21 V / 20 V: mean 20.33 V, the farthest 3.3 % from it (3.3 % to 3.3 % with what the meter leaves open), at most 10 % allowed: alike. Alike is not right.',
      notes: ['alike-is-not-right'],
    });
    expect(judgeSet(three(20, 30, 20), {}, balance, { meter })).toEqual(
      jasmine.objectContaining({ verdict: 'unbalanced' }),
    );
    expect(Object.keys(judgeSet(three(20, 30, 20), {}, balance, { meter }))).toEqual(['verdict', 'sentence']);
    const open = judgeSet(three(0, 0, 0), {}, balance, { meter });
    expect(Object.keys(open)).toEqual(['verdict', 'sentence', 'waysToDecide']);
    // The pattern leads; the whole says what it comes to.
    const named = judgeSet(three(20, 30, 20), { odd: { '1': 'unjudged' } }, balance, { meter });
    expect([named.verdict, named.pattern]).toEqual(['unbalanced', 'odd']);
  });

  it('are what each was taken for, where it was taken for something, and else what its figure says', () => {
    const each = resolveExpectation({ kind: 'range', low: '18 V', high: '20 V' }, 'ac-voltage');
    const asked = { ...balance, balance: { within: 0.2, absolute: each } };
    const parts = three(19, 20, 19).map((part) => ({ ...part, verdict: 'low' as const }));
    expect(judgeSet(parts, {}, asked, { meter }).verdict).toBe('within');
    const taken = parts.map((part) => ({ ...part, isAccepted: true }));
    expect(judgeSet(taken, {}, asked, { meter }).verdict).toBe('low');
    const [first, ...others] = taken;
    if (!first) throw new Error('three parts');
    expect(
      judgeSet([first, ...others.map((part) => ({ ...part, isAccepted: false }))], {}, asked, { meter }).verdict,
    ).toBe('mixed');
  });

  it('agree or not where a figure is missing, or nobody says that they are to be alike', () => {
    const [first, second] = three(20, 21);
    if (!first || !second) throw new Error('two parts');
    const { reading: _reading, ...silent } = { ...second, verdict: 'within' as const };
    const within = { ...first, verdict: 'within' as const };
    expect(judgeSet([within, silent], {}, balance, { meter }).sentence).toContain('All agree');
    expect(judgeSet([within, within], {}, { ...balance, balance: undefined }, { meter }).sentence).toContain(
      'All agree',
    );
    expect(judgeSet([], {}, balance, { meter }).verdict).toBe('unjudged');
  });

  it('follow by what each look was taken for', () => {
    const follows = resolveExpectation(
      {
        kind: 'follows',
        stimulus: 'lid',
        before: { kind: 'state', is: 'open' },
        during: { kind: 'state', is: 'closed' },
        times: 1,
      },
      'continuity',
    );
    const look = (id: string, verdict: Verdict, kind: 'over-range' | 'below', isAccepted = false): SetMember => ({
      id,
      name: id,
      function: 'continuity',
      verdict,
      isAccepted,
      reading: kind === 'below' ? { kind, quantity: { value: 1, unit: 'Ω', exponent: 0 } } : { kind },
    });
    const seen = (during: SetMember): Verdict =>
      judgeSet([look('before', 'within', 'over-range'), during], {}, follows).verdict;
    expect(seen(look('during', 'within', 'below'))).toBe('within');
    expect(seen(look('during', 'high', 'over-range'))).toBe('steady');
    expect(seen(look('during', 'within', 'over-range', true))).toBe('within');
    expect(seen(look('during', 'high', 'below', true))).toBe('steady');
  });
});

describe('the version of the rules', () => {
  it('stands in every judgement', () => {
    expect(RULES_VERSION).toBeGreaterThan(4);
  });
});
