import fc from 'fast-check';
import { VERDICTS, type Verdict } from '../verdict';
import { keyBeside, outcomeKey } from './index';

const KEYS = ['within', 'low', 'high', 'absent', 'partial', 'open', 'shorted', 'otherwise'] as const;
const anyMap = fc
  .uniqueArray(fc.constantFrom(...KEYS))
  .map((keys) => Object.fromEntries(keys.map((key) => [key, key])));

describe('a name in what a step clears, implicates or sets', () => {
  it('selects what it would select in the branches, so that no outcome is taken from a branch of its own', () => {
    fc.assert(
      fc.property(anyMap, anyMap, fc.constantFrom(...VERDICTS), fc.boolean(), (branches, map, verdict, overZero) => {
        const branch = outcomeKey(branches, verdict, overZero);
        const key = keyBeside(branches, map, { verdict }, overZero);
        if (key === undefined) return;
        expect(Object.hasOwn(map, key)).toBeTrue();
        // What is selected is the branch itself, or a finer name than the branch's.
        const order = (name: string | undefined): number =>
          name === undefined || name === 'otherwise' ? 2 : name === verdict ? 0 : 1;
        expect(order(key)).toBeLessThanOrEqual(order(branch));
        if (Object.hasOwn(branches, verdict)) expect(key).toBe(verdict);
      }),
    );
  });

  it('never fires by `otherwise` on what has a branch, nor on what says nothing', () => {
    for (const verdict of ['within', 'low', 'absent'] as const satisfies readonly Verdict[])
      expect(keyBeside({ within: 'a', low: 'b' }, { otherwise: [] }, { verdict }, false)).toBeUndefined();
    for (const verdict of ['invalid', 'unjudged', 'undecided', 'reversed'] as const)
      expect(keyBeside({ within: 'a', otherwise: 'b' }, { otherwise: [] }, { verdict }, false)).toBeUndefined();
    expect(keyBeside({ within: 'a', otherwise: 'b' }, { otherwise: [] }, { verdict: 'high' }, false)).toBe('otherwise');
  });
});
