import type { EventBody } from '../record';

export const ALTERATION_KINDS = [
  'jumper',
  'interlock',
  'part',
  'lead',
  'plug',
  'cord',
  'cover',
  'setting',
  'circumstance',
  'gas',
] as const;

/** Something at the machine that is not as it was built, or that nobody should walk away from. */
export interface Alteration {
  readonly kind: (typeof ALTERATION_KINDS)[number];
  readonly id: string;
  /** "Jumper in: FS1·1 to FS1·2". */
  readonly words: string;
  /** What is missing because of it: "dry run protection". */
  readonly takesAway?: string;
  /** Nobody closes a visit with it, whatever the reason. */
  readonly isBlocking: boolean;
  /** Why not, where there is a way. */
  readonly blocksBecause?: string;
  /** What one tap logs when hands have put it right; missing where only looking again tells. */
  readonly restored?: { readonly label: string; readonly body: EventBody };
}
