import type { Verdict } from '@juxtameter/core';

/** The CSS colour of a verdict; always beside its word and glyph. */
export function verdictColour(verdict: Verdict | undefined): string {
  switch (verdict) {
    case 'within':
      return 'var(--within)';
    case 'high':
    case 'open':
      return 'var(--high)';
    case 'low':
    case 'shorted':
      return 'var(--low)';
    case 'absent':
    case 'partial':
      return 'var(--absent)';
    case 'undecided':
    case 'reversed':
    case 'unsteady':
    case 'steady':
    case 'mixed':
    case 'unbalanced':
      return 'var(--doubt)';
    case 'invalid':
      return 'var(--caution-ink)';
    default:
      return 'var(--ink)';
  }
}
