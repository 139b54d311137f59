import { wireEdges } from '../../unit-model';
import type { Contact } from './contacts';
import { isPluggable, landingOf } from './points';
import type { Situation } from './situation';

/**
 * Whether what makes a call is joined with the board by sound wires, plugs that are in and contacts that are closed.
 * Asked where the list has no input that would see the call by its volts. What is between two pins of a board is taken
 * for whole; `contacts` are those of devices.
 */
export function isCallWhole(situation: Situation, call: string, contacts: readonly Contact[]): boolean {
  const { model, conditions } = situation;
  const joins = model.calls?.find(({ id }) => id === call)?.joins ?? [];
  const ends = situation.callEnds(call);
  const parent = new Map<string, string>();
  const find = (point: string): string => {
    let at = point;
    for (let up = parent.get(at); up !== undefined; up = parent.get(at)) at = up;
    return at;
  };
  const join = (one: string, other: string): void => {
    if (find(one) !== find(other)) parent.set(find(one), find(other));
  };
  const isOpen = (element: string): boolean => situation.faultsOf(element).some(({ mode }) => mode === 'open');
  for (const { element, from, to } of wireEdges(model))
    if (!isOpen(element)) join(landingOf(model, conditions, element, from), landingOf(model, conditions, element, to));
  for (const { id, connectors } of model.boards)
    for (const connector of connectors)
      for (const pin of connector.pins) {
        const address = `${id}.${connector.id}.${pin.id}`;
        const isIn = conditions.connectors?.[`${id}.${connector.id}`] !== 'out';
        if (isPluggable(model, address) && isIn) join(address, `${address}@plug`);
      }
  for (const { from, to, state: isClosed } of contacts) if (isClosed === true) join(from, to);
  for (const { functions = [] } of model.boards)
    for (const { contacts = [] } of functions)
      for (const { common, operated } of contacts) if (operated !== undefined) join(common, operated);
  return joins.every((pin, index) => find(pin) === find(ends[index] ?? pin));
}
