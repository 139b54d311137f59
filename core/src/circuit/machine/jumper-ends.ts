import type { Wiring } from '../../unit-model';

/** The two terminals a jumper is named by; undefined where it has a name of its own. */
export function jumperEnds(name: string, wiring: Wiring): readonly string[] | undefined {
  const places = [...name].flatMap((letter, index) => (letter === '+' ? [index] : []));
  return places
    .map((at) => [name.slice(0, at), name.slice(at + 1)])
    .find((ends) => ends.every((end) => wiring.hasTerminal(end)));
}
