import { TOUCHES_NOTHING, type EventKind } from '../record';
import { dotted } from './words';

/** What a repair that is not to last is. */
export const TEMPORARY_KINDS = [
  'jumper',
  'makeshift',
  'other-part',
  'by-hand',
  'reduced',
  'substitute',
  'out-of-service',
] as const;
export type TemporaryKind = (typeof TEMPORARY_KINDS)[number];

export const TEMPORARY_KIND_WORDS: Readonly<Record<TemporaryKind, string>> = {
  jumper: 'a jumper stays in',
  makeshift: 'makeshift',
  'other-part': 'another part than belongs there',
  'by-hand': 'worked by hand',
  reduced: 'runs with less',
  substitute: 'something else serves meanwhile',
  'out-of-service': 'out of service',
};

/** The machine goes on, not as it should, until a day. */
export interface TemporaryMade {
  readonly type: 'temporary-made';
  readonly kind: TemporaryKind;
  /** What was done, and how it is worked meanwhile. */
  readonly text: string;
  /** The day it has to be gone, as 2026-12-01. */
  readonly until: string;
  /** What it does without: a protection, a function. */
  readonly lacks?: string;
  /** What has to be watched meanwhile. */
  readonly watch?: string;
  /** Who was told. */
  readonly told?: string;
  /** Who accepted it. */
  readonly acceptedBy?: string;
  /** The jumper that stays in. */
  readonly bypass?: string;
}

export const temporaryMade: EventKind<TemporaryMade> = {
  ...TOUCHES_NOTHING,
  words: (_context, _state, { event: { kind, text, until, lacks, watch, told, acceptedBy } }) => ({
    kind: 'energy',
    title: `Temporary, until ${until}: ${text}`,
    detail: dotted(
      TEMPORARY_KIND_WORDS[kind],
      lacks === undefined ? '' : `without ${lacks}`,
      watch === undefined ? '' : `to be watched: ${watch}`,
      told === undefined ? 'nobody was told' : `told: ${told}`,
      acceptedBy === undefined ? 'nobody accepted it' : `accepted by ${acceptedBy}`,
    ),
  }),
};
