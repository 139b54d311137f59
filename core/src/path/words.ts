/** Everything said of where a chain stops; each claims no more than the readings do. */
export const BREAK_WORDS = {
  contradictory: () =>
    'No single break explains these readings: a second one, a stray voltage, or a way round that is not drawn. Read the last ones again, loaded.',
  nothingAtSource: (point: string) => `Nothing at ${point}: the break lies before this chain.`,
  nothingRead: () => 'Nothing read yet.',
  between: (first: string, last: string) => `between ${first} and ${last}`,
  /** "the wire", "wires (red, orange)"; empty where none may be it. */
  wires: (count: number, isOnly: boolean, colours: readonly string[]) => {
    if (count === 0) return '';
    const which = colours.length > 0 ? ` (${colours.join(', ')})` : '';
    return `${isOnly ? 'the wire' : 'wires'}${which}`;
  },
  oneOf: (names: readonly string[]) =>
    names.length > 1 ? `${names.slice(0, -1).join(', ')} or ${names.at(-1) ?? ''}` : (names[0] ?? ''),
  wholeAtLoad: (between: string, load: string) =>
    `The voltage stands ${between}, at ${load}: everything before it conducts.`,
  stops: (between: string, blamed: string, isSourceOpen: boolean) =>
    `It stops ${between}: ${blamed}${isSourceOpen ? ', or nothing is fed in' : ''}.`,
} as const;
