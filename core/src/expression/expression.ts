/**
 * The small language that says when something is so: `and or not ( ) = <`, names with dots and hyphens, and the calls
 * `energised(device)`, `closed(device)` and `lit(board.lamp)`. No side effects; always comes to an end.
 */
export type Expression =
  | { readonly kind: 'name'; readonly name: string }
  | { readonly kind: 'call'; readonly name: ExpressionCall; readonly of: string }
  | { readonly kind: 'not'; readonly of: Expression }
  | { readonly kind: 'and' | 'or'; readonly left: Expression; readonly right: Expression }
  | { readonly kind: 'equals' | 'below'; readonly name: string; readonly value: string };

export const EXPRESSION_CALLS = ['energised', 'closed', 'lit'] as const;
export type ExpressionCall = (typeof EXPRESSION_CALLS)[number];

export type ParsedExpression =
  | { readonly outcome: 'expression'; readonly expression: Expression }
  | { readonly outcome: 'error'; readonly message: string; readonly accepted: readonly string[] };

const ACCEPTED = ['call.heat', 'fan-proven and not limit-open', 'energised(K1) or selector = heat'];
const TOKEN = /\s*(?:([()=<])|([A-Za-z0-9][\w.:@+-]*))/y;
/** Deeper nesting is nobody's sentence. */
const DEEPEST = 40;

class Unreadable extends Error {}

/** Reads an expression; `not` binds closest, then `and`, then `or`. */
export function parseExpression(text: string): ParsedExpression {
  try {
    const reader = new Reader(tokens(text));
    const expression = reader.either(0);
    reader.end();
    return { outcome: 'expression', expression };
  } catch (error) {
    if (error instanceof Unreadable) return { outcome: 'error', message: error.message, accepted: ACCEPTED };
    throw error;
  }
}

function tokens(text: string): readonly string[] {
  const found: string[] = [];
  TOKEN.lastIndex = 0;
  while (text.slice(TOKEN.lastIndex).trim() !== '') {
    const at = TOKEN.lastIndex;
    const match = TOKEN.exec(text);
    if (!match) throw new Unreadable(`"${text.slice(at).trim().slice(0, 20)}" is not part of an expression.`);
    found.push(match[1] ?? match[2] ?? '');
  }
  return found;
}

class Reader {
  private at = 0;

  constructor(private readonly tokens: readonly string[]) {}

  end(): void {
    const rest = this.tokens[this.at];
    if (rest !== undefined) throw new Unreadable(`"${rest}" is not expected there.`);
  }

  either(depth: number): Expression {
    if (depth > DEEPEST) throw new Unreadable('The expression is nested too deep.');
    let left = this.both(depth);
    while (this.took('or')) left = { kind: 'or', left, right: this.both(depth) };
    return left;
  }

  private both(depth: number): Expression {
    let left = this.single(depth);
    while (this.took('and')) left = { kind: 'and', left, right: this.single(depth) };
    return left;
  }

  private single(depth: number): Expression {
    if (depth > DEEPEST) throw new Unreadable('The expression is nested too deep.');
    if (this.took('not')) return { kind: 'not', of: this.single(depth + 1) };
    if (this.took('(')) {
      const inner = this.either(depth + 1);
      this.must(')');
      return inner;
    }
    const name = this.name();
    if (this.took('(')) {
      const of = this.name();
      this.must(')');
      const call = EXPRESSION_CALLS.find((each) => each === name);
      if (!call) throw new Unreadable(`"${name}" is not known; known: ${EXPRESSION_CALLS.join(', ')}.`);
      return { kind: 'call', name: call, of };
    }
    if (this.took('=')) return { kind: 'equals', name, value: this.name() };
    if (this.took('<')) return { kind: 'below', name, value: this.name() };
    return { kind: 'name', name };
  }

  private took(token: string): boolean {
    if (this.tokens[this.at] !== token) return false;
    this.at += 1;
    return true;
  }

  private must(token: string): void {
    if (!this.took(token)) throw new Unreadable(`"${token}" is missing.`);
  }

  private name(): string {
    const token = this.tokens[this.at];
    if (token === undefined) throw new Unreadable('The expression ends too early.');
    if (/^[()=<]$|^(and|or|not)$/.test(token)) throw new Unreadable(`"${token}" is not expected there.`);
    this.at += 1;
    return token;
  }
}
