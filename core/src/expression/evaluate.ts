import type { Expression, ExpressionCall } from './expression';

/** What an expression asks of the world. A name that is not known is not so. */
export interface World {
  readonly isSo: (name: string) => boolean;
  readonly call?: (name: ExpressionCall, of: string) => boolean;
  /** The position of a selector, or a number as text. */
  readonly positionOf?: (name: string) => string | undefined;
}

export function evaluate(expression: Expression, world: World): boolean {
  switch (expression.kind) {
    case 'name':
      return world.isSo(expression.name);
    case 'call':
      return world.call?.(expression.name, expression.of) ?? world.isSo(`${expression.name}(${expression.of})`);
    case 'not':
      return !evaluate(expression.of, world);
    case 'and':
      return evaluate(expression.left, world) && evaluate(expression.right, world);
    case 'or':
      return evaluate(expression.left, world) || evaluate(expression.right, world);
    case 'equals':
      return world.positionOf?.(expression.name) === expression.value;
    case 'below':
      return Number(world.positionOf?.(expression.name)) < Number(expression.value);
  }
}

/** Every plain name and every device a call is about. */
export function namesIn(expression: Expression): {
  readonly names: readonly string[];
  readonly devices: readonly string[];
} {
  switch (expression.kind) {
    case 'name':
    case 'equals':
    case 'below':
      return { names: [expression.name], devices: [] };
    case 'call':
      return { names: [], devices: [expression.of] };
    case 'not':
      return namesIn(expression.of);
    case 'and':
    case 'or': {
      const [left, right] = [namesIn(expression.left), namesIn(expression.right)];
      return { names: [...left.names, ...right.names], devices: [...left.devices, ...right.devices] };
    }
  }
}

/** The expression in words a person says: "the call for heat", "not limit open". */
export function expressionWords(expression: Expression, nameOf: (name: string) => string): string {
  const inner = (each: Expression): string => expressionWords(each, nameOf);
  switch (expression.kind) {
    case 'name':
      return nameOf(expression.name);
    case 'call':
      return `${nameOf(expression.of)} ${expression.name}`;
    case 'not':
      return `no ${inner(expression.of)}`;
    case 'and':
    case 'or':
      return `${inner(expression.left)} ${expression.kind} ${inner(expression.right)}`;
    case 'equals':
      return `${nameOf(expression.name)} at ${expression.value}`;
    case 'below':
      return `${nameOf(expression.name)} below ${expression.value}`;
  }
}
