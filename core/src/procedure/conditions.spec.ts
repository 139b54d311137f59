import fc from 'fast-check';
import {
  branchFor,
  cautionRank,
  outcomeKey,
  skipTarget,
  stateOf,
  SUPPLY_STATES,
  withConditions,
  withoutProofs,
  type StepDocument,
} from '.';

describe('conditions', () => {
  it('rest with plugs in and nothing bypassed, and take everything else for unknown', () => {
    expect(stateOf({}, 'connectors', 'CB.X1')).toBe('in');
    expect(stateOf({}, 'bypasses', 'test')).toBe('out');
    expect(stateOf({}, 'supplies', 'mains')).toBe('unknown');
    expect(stateOf({ calls: { mist: 'on' } }, 'calls', 'mist')).toBe('on');
  });

  it('lose every proof of dead when something is switched on or lost track of', () => {
    const dead = { supplies: { mains: 'proven-dead', control: 'proven-dead' } } as const;
    expect(withConditions(dead, { supplies: { control: 'on' } }).supplies).toEqual({ mains: 'unknown', control: 'on' });
    expect(withConditions(dead, { supplies: { control: 'unknown' } }).supplies).toEqual({
      mains: 'unknown',
      control: 'unknown',
    });
    expect(withConditions(dead, { supplies: { control: 'locked' } }).supplies).toEqual({
      mains: 'proven-dead',
      control: 'locked',
    });
  });

  it('never grow less cautious by losing proofs', () => {
    const supplies = fc.dictionary(fc.constantFrom('mains', 'control', 'aux'), fc.constantFrom(...SUPPLY_STATES));
    fc.assert(
      fc.property(supplies, (before) => {
        const after = withoutProofs(before);
        for (const [id, state] of Object.entries(before))
          expect(cautionRank(after[id] ?? 'unknown')).toBeGreaterThanOrEqual(cautionRank(state));
      }),
      { seed: 7 },
    );
  });
});

describe('branching', () => {
  it('falls back absent to low, partial to low or high, open to high, shorted to low, then otherwise', () => {
    const branches = { within: 'a', low: 'b', high: 'c' };
    expect(branchFor(branches, 'absent', false)).toBe('b');
    expect(branchFor(branches, 'shorted', false)).toBe('b');
    expect(branchFor(branches, 'partial', false)).toBe('b');
    expect(branchFor(branches, 'partial', true)).toBe('c');
    expect(branchFor(branches, 'open', false)).toBe('c');
    expect(branchFor({ within: 'a', otherwise: 'd' }, 'open', false)).toBe('d');
    expect(branchFor({ within: { go: 'a' } }, 'within', false)).toBe('a');
  });

  it('never lets "otherwise" catch what says nothing about the machine', () => {
    for (const verdict of ['invalid', 'unjudged', 'undecided'] as const) {
      expect(outcomeKey({ otherwise: 'd' }, verdict, false))
        .withContext(verdict)
        .toBeUndefined();
    }
    expect(outcomeKey({ unjudged: 'e', otherwise: 'd' }, 'unjudged', false)).toBe('unjudged');
  });

  it('skips the way of "within" or the first answer', () => {
    expect(skipTarget({ kind: 'observation', text: '', answers: { no: 'x', yes: 'y' } } as StepDocument)).toBe('x');
    expect(
      skipTarget({ kind: 'measurement', text: '', measure: {}, branches: { high: 'h', within: 'w' } } as StepDocument),
    ).toBe('w');
    expect(skipTarget({ kind: 'conclusion', text: '', class: 'open' } as StepDocument)).toBe('@end');
  });
});
