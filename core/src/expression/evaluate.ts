import type { Expression, ExpressionCall } from './expression';

/** What an expression asks of the world; undefined where nobody knows. */
export interface World {
  readonly isSo: (name: string) => boolean | undefined;
  readonly call?: (name: ExpressionCall, of: string) => boolean | undefined;
  /** The position of a selector, or a number as text. */
  readonly positionOf?: (name: string) => string | undefined;
}

/** Whether it is so; what depends on something that is not known is not, and neither is its opposite. */
export function evaluate(expression: Expression, world: World): boolean {
  return truth(expression, world) === true;
}

/** True, false, or undefined where it cannot be told (three-valued logic; Kleene 1938). */
export function truth(expression: Expression, world: World): boolean | undefined {
  switch (expression.kind) {
    case 'name':
      return world.isSo(expression.name);
    case 'call':
      return world.call
        ? world.call(expression.name, expression.of)
        : world.isSo(`${expression.name}(${expression.of})`);
    case 'not': {
      const inner = truth(expression.of, world);
      return inner === undefined ? undefined : !inner;
    }
    case 'and':
    case 'or': {
      const decides = expression.kind === 'or';
      const [left, right] = [truth(expression.left, world), truth(expression.right, world)];
      if (left === decides || right === decides) return decides;
      return left === undefined || right === undefined ? undefined : !decides;
    }
    case 'equals': {
      const position = world.positionOf?.(expression.name);
      return position === undefined ? undefined : position === expression.value;
    }
    case 'below': {
      const [position, limit] = [numberIn(world.positionOf?.(expression.name)), numberIn(expression.value)];
      return position === undefined || limit === undefined ? undefined : position < limit;
    }
  }
}

function numberIn(text: string | undefined): number | undefined {
  const number = text === undefined || text.trim() === '' ? NaN : Number(text);
  return Number.isNaN(number) ? undefined : number;
}

/** Every plain name, and every device or lamp a call is about. */
export function namesIn(expression: Expression): {
  readonly names: readonly string[];
  readonly devices: readonly string[];
  readonly lamps: readonly string[];
} {
  const parts = partsOf(expression);
  return {
    names: parts.flatMap((part) => (part.kind === 'name' ? [part.name] : [])),
    devices: parts.flatMap((part) => (part.kind === 'call' && part.name !== 'lit' ? [part.of] : [])),
    lamps: parts.flatMap((part) => (part.kind === 'call' && part.name === 'lit' ? [part.of] : [])),
  };
}

/** A selector or setting that is compared, and the position it has to be in; missing where it is compared with a number. */
export interface Comparison {
  readonly name: string;
  readonly value?: string;
}

/** Every selector or setting an expression compares. */
export function comparisonsIn(expression: Expression): readonly Comparison[] {
  return partsOf(expression).flatMap((part): Comparison[] => {
    if (part.kind === 'equals') return [{ name: part.name, value: part.value }];
    return part.kind === 'below' ? [{ name: part.name }] : [];
  });
}

type Part = Exclude<Expression, { readonly kind: 'not' | 'and' | 'or' }>;

/** What an expression says, without what joins it. */
function partsOf(expression: Expression): readonly Part[] {
  switch (expression.kind) {
    case 'not':
      return partsOf(expression.of);
    case 'and':
    case 'or':
      return [...partsOf(expression.left), ...partsOf(expression.right)];
    default:
      return [expression];
  }
}

/**
 * The expression in words a person says: "the call for heat", "no limit open", "not (fan and (hot or cold))". Brackets
 * stay where the words would mean something else without them.
 */
export function expressionWords(expression: Expression, nameOf: (name: string) => string): string {
  const inner = (each: Expression): string => expressionWords(each, nameOf);
  switch (expression.kind) {
    case 'name':
      return nameOf(expression.name);
    case 'call':
      return `${nameOf(expression.of)} ${expression.name}`;
    case 'not':
      return isSimple(expression.of) ? `no ${inner(expression.of)}` : `not (${inner(expression.of)})`;
    case 'and':
    case 'or':
      return [expression.left, expression.right]
        .map((each) => (each.kind === 'or' && expression.kind === 'and' ? `(${inner(each)})` : inner(each)))
        .join(` ${expression.kind} `);
    case 'equals':
      return `${nameOf(expression.name)} at ${expression.value}`;
    case 'below':
      return `${nameOf(expression.name)} below ${expression.value}`;
  }
}

function isSimple({ kind }: Expression): boolean {
  return kind !== 'and' && kind !== 'or' && kind !== 'not';
}
