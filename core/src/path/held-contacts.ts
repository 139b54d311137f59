import { parseExpression, truth } from '../expression';
import { parseElement, type PathDocument, type UnitModelDocument } from '../unit-model';
import type { ChainLink } from './layout';

/**
 * How a contact stands while the calls of a path are made: closed or open by what the unit model says of it; undefined where
 * that hangs on anything else, such as a fact of the process or another call.
 */
export function heldState(
  model: UnitModelDocument,
  { calls = [] }: PathDocument,
  { element, isOpenAtRest = false }: ChainLink,
): 'closed' | 'open' | undefined {
  const { owner, inner } = parseElement(element);
  const made = new Set(calls.map((call) => `call.${call}`));
  if (inner === undefined) {
    const isClosed = truthOf(model.devices.find(({ id }) => id === owner)?.closedWhen, made);
    return isClosed === undefined ? undefined : isClosed ? 'closed' : 'open';
  }
  const board = model.boards.find(({ id }) => id === owner);
  const isOperated = truthOf(board?.functions?.find(({ id }) => id === inner)?.when, made);
  return isOperated === undefined ? undefined : isOperated === isOpenAtRest ? 'closed' : 'open';
}

function truthOf(text: string | undefined, made: ReadonlySet<string>): boolean | undefined {
  const parsed = text === undefined ? undefined : parseExpression(text);
  if (parsed?.outcome !== 'expression') return undefined;
  return truth(parsed.expression, { isSo: (name) => (made.has(name) ? true : undefined), call: () => undefined });
}
