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
    const expression = read('call.heat and not closed(PS1) or energised(K1)');
    expect(namesIn(expression)).toEqual({ names: ['call.heat'], devices: ['PS1', 'K1'] });
    expect(expressionWords(read('not call.heat and energised(K1)'), (name) => `«${name}»`)).toBe(
      'no «call.heat» and «K1» energised',
    );
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
