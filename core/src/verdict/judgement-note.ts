/** What a practitioner gets wrong about a reading like this, caught by name. */
export const JUDGEMENT_NOTES = [
  'no-expected-value',
  'variant-unknown',
  'guessed-reference',
  'alike-and-wrong',
  'alike-is-not-right',
  'this-point-only',
  'proves-no-more',
  'stray-voltage',
  'series-load',
  'once-is-not-for-long',
] as const;
export type JudgementNote = (typeof JUDGEMENT_NOTES)[number];
