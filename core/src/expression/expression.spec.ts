import fc from 'fast-check';
import { evaluate, expressionWords, namesIn, parseExpression, type Expression } from '.';

function read(text: string): Expression {
  const parsed = parseExpression(text);
  if (parsed.outcome === 'error') throw new Error(`${text}: ${parsed.message}`);
  return parsed.expression;
}

describe('the expression language', () => {
  const world = (...so: string[]) => ({
    isSo: (name: string) => so.includes(name),
    call: (name: string, of: string) => so.includes(`${name} ${of}`),
    positionOf: (name: string) => ({ selector: 'heat', count: '3' })[name],
  });

  it('says when something is so', () => {
    for (const [text, so, expected] of [
      ['call.heat', ['call.heat'], true],
      ['not call.heat', [], true],
      ['a and b or c', ['c'], true],
      ['a and (b or c)', ['c'], false],
      ['not a and b', ['b'], true],
      ['not (a and b)', ['a', 'b'], false],
      ['energised(K1) and not closed(PS1)', ['energised K1'], true],
      ['selector = heat', [], true],
      ['count < 4', [], true],
      ['count < 3', [], false],
      ['missing < 3', [], false],
    ] as const) {
      expect(evaluate(read(text), world(...so)))
        .withContext(text)
        .toBe(expected);
    }
  });

  it('names what it depends on and can be said', () => {
    const expression = read('call.heat and not closed(PS1) or energised(K1) and lit(CB.POWER)');
    expect(namesIn(expression)).toEqual({ names: ['call.heat'], devices: ['PS1', 'K1'], lamps: ['CB.POWER'] });
    expect(expressionWords(read('not call.heat and energised(K1)'), (name) => `«${name}»`)).toBe(
      'no «call.heat» and «K1» energised',
    );
  });

  it('is said with the brackets it needs: what is heard means what is written', () => {
    const name = fc.constantFrom('a', 'b', 'c');
    const { tree } = fc.letrec<{ tree: Expression }>((tie) => ({
      tree: fc.oneof(
        { maxDepth: 4, withCrossShrink: true },
        name.map((each): Expression => ({ kind: 'name', name: each })),
        tie('tree').map((of): Expression => ({ kind: 'not', of })),
        fc
          .record({ kind: fc.constantFrom('and' as const, 'or' as const), left: tie('tree'), right: tie('tree') })
          .map((each): Expression => each),
      ),
    }));
    const worlds = Array.from({ length: 8 }, (_each, bits) => ['a', 'b', 'c'].filter((_name, at) => (bits >> at) % 2));
    fc.assert(
      fc.property(tree, (expression) => {
        const heard = read(expressionWords(expression, (each) => each).replaceAll('no ', 'not '));
        for (const so of worlds) expect(evaluate(heard, world(...so))).toBe(evaluate(expression, world(...so)));
      }),
      { numRuns: 500 },
    );
    expect(expressionWords(read('a and (b or not (c and a))'), (each) => each)).toBe('a and (b or not (c and a))');
  });

  it('makes nothing of a position that is not known, nor of its opposite', () => {
    const unread = { isSo: () => false, positionOf: (each: string) => ({ blank: ' ', word: 'heat' })[each] };
    for (const text of ['count < 3', 'blank < 3', 'word < 3', 'count = 3']) {
      expect(evaluate(read(text), unread))
        .withContext(text)
        .toBeFalse();
      expect(evaluate(read(`not (${text})`), unread))
        .withContext(text)
        .toBeFalse();
      // What is decided by something else stays decided.
      expect(evaluate(read(`not (${text} and lost)`), unread)).toBeTrue();
    }
    expect(evaluate(read('not (word = cool)'), unread)).toBeTrue();
  });

  it('refuses what is none, with an example', () => {
    for (const text of ['', 'and', 'a and', '(a', 'a b', 'a ==', 'rm(x)', '"x"', `${'('.repeat(99)}a`]) {
      const parsed = parseExpression(text);
      expect(parsed.outcome).withContext(text).toBe('error');
      if (parsed.outcome === 'error') expect(parsed.accepted.length).toBeGreaterThan(0);
    }
  });

  it('says what it cannot read, and takes forty levels of nesting and no more', () => {
    const message = (text: string): string => {
      const parsed = parseExpression(text);
      return parsed.outcome === 'error' ? parsed.message : '';
    };
    expect(message('a and "odd, and far too long to be repeated"')).toBe(
      '""odd, and far too lo" is not part of an expression.',
    );
    for (const nested of [(n: number) => `${'('.repeat(n)}a${')'.repeat(n)}`, (n: number) => `${'not '.repeat(n)}a`]) {
      expect(message(nested(40))).toBe('');
      expect(message(nested(41))).toBe('The expression is nested too deep.');
    }
  });
});
