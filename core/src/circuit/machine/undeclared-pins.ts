import type { BoardDocument, BoardFunctionDocument } from '../../unit-model';
import type { Situation } from './situation';

/** Something whose volts or ohms nobody declared: a point that it moves cannot be computed. */
export interface Undeclared {
  readonly from: string;
  /** Earth where it is missing. */
  readonly to?: string;
  readonly because: string;
}

/**
 * Pins that go into a board and of which the list says nothing more: a board that lives may give anything there, and
 * nobody knows what one reads in ohms. What a supply reaches from outside is what that makes it.
 */
export function undeclaredPins(
  situation: Situation,
  { id, connectors, functions = [] }: BoardDocument,
  isForOhms: boolean,
): readonly Undeclared[] {
  const { supplies } = situation.model;
  const isOff = supplies.every((supply) => supply.from !== undefined || situation.isOn(supply.id) === false);
  if (isOff && !isForOhms) return [];
  const declared = new Set(functions.flatMap(pinsOfFunction));
  const pins = connectors.flatMap((connector) =>
    connector.pins.map((pin) => ({
      ...pin,
      name: `${connector.id}.${pin.id}`,
      address: `${id}.${connector.id}.${pin.id}`,
    })),
  );
  const returns = pins.filter(({ role }) => role === 'return').map(({ address }) => address);
  return pins.flatMap(({ role, name, address }): readonly Undeclared[] => {
    const isPassive = role === 'earth' || role === 'return' || role === 'spare';
    if (isPassive || declared.has(address) || situation.feedOf(address) !== undefined) return [];
    const because = `Nobody declared what ${id} gives at ${name}.`;
    // A board that nothing ties to earth gives its volts against its own return.
    return [{ from: address, because }, ...returns.map((to) => ({ from: address, to, because }))];
  });
}

/** Pins a function of a board has to do with. */
function pinsOfFunction({ input = [], between = [], contacts = [] }: BoardFunctionDocument): readonly string[] {
  return [
    ...input,
    ...between,
    ...contacts.flatMap(({ common, operated, rest }) => [common, operated ?? '', rest ?? '']),
  ];
}
