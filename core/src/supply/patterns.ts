/** What the pairs of a supply can come to together, the worst first: where several fit, the first is the one that is said. */
export const SUPPLY_PATTERNS = [
  'frame-alive',
  'reversed',
  'two-lines',
  'one-leg-or-fed-back',
  'both-on-one-leg',
  'lost-neutral',
  'conductors-lost',
  'pole-lost',
  'one-leg-lost',
  'floating',
  'earth-fault',
  'high',
  'weak-cells',
  'low',
  'unbalanced',
  'unclear',
  'nothing-across',
  'no-supply',
  'good',
] as const;
export type SupplyPattern = (typeof SUPPLY_PATTERNS)[number];

/** How each is called on screen and in the report. */
const TITLES: Readonly<Record<SupplyPattern, string>> = {
  'frame-alive': 'the frame may be alive',
  reversed: 'conductors crossed',
  'two-lines': 'two lines where one should be',
  'one-leg-or-fed-back': 'one conductor, or fed back',
  'both-on-one-leg': 'both on one conductor',
  'lost-neutral': 'lost neutral',
  'conductors-lost': 'several conductors lost',
  'pole-lost': 'a pole is lost',
  'one-leg-lost': 'one leg lost',
  floating: 'floating',
  'earth-fault': 'earth fault',
  high: 'high',
  'weak-cells': 'weak cells',
  low: 'low',
  unbalanced: 'unbalanced',
  unclear: 'unclear',
  'nothing-across': 'nothing across, earth not read',
  'no-supply': 'nothing arrives',
  good: 'good',
};

/** The title of a pattern, also of one kept in a log by its name alone. */
export function supplyTitle(pattern: string): string {
  return (TITLES as Readonly<Record<string, string>>)[pattern] ?? pattern.replaceAll('-', ' ');
}
