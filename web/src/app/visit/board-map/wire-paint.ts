/** Ground of a drawn wire; the name always stands beside it. Two-coloured insulation shows both. */
export function wirePaint(colour: string): string {
  const [first = 'transparent', second] = wireColours(colour);
  return second ? `linear-gradient(90deg, ${first} 50%, ${second} 50%)` : first;
}

/** The paints of an insulation: none, one, or two. */
export function wireColours(colour: string): readonly string[] {
  return colour === '' ? [] : colour.split('-').map((name) => WIRE_PAINTS[name] ?? '#9a9a9a');
}

/** Insulation colours after IEC 60757, mixed for both themes. */
const WIRE_PAINTS: Readonly<Record<string, string>> = {
  black: '#2b2b2b',
  brown: '#8a5a2b',
  red: '#c23a2b',
  orange: '#d98a26',
  yellow: '#d8c02a',
  green: '#3f8f4f',
  blue: '#3f6fc0',
  violet: '#7b49a8',
  grey: '#8d9693',
  white: '#e6e4da',
  pink: '#d88aa0',
  turquoise: '#3fa6a6',
};

/** Colours a wire may be noted to have. */
export const WIRE_COLOURS: readonly string[] = [...Object.keys(WIRE_PAINTS), 'green-yellow'];
