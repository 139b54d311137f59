/** What a record takes. */
const MOST_MINUTES = 100_000;

/** What was typed for minutes: a number, nothing, or a fault in words. */
export type TypedMinutes = { readonly minutes?: number; readonly fault?: never } | { readonly fault: string };

/**
 * Minutes as they were typed; an empty field says nothing.
 *
 * @example typedMinutes('25') // { minutes: 25 }
 * @example typedMinutes('') // {}
 */
export function typedMinutes(typed: string): TypedMinutes {
  if (typed === '') return {};
  const minutes = Number(typed);
  const isFit = Number.isFinite(minutes) && minutes >= 0 && minutes <= MOST_MINUTES;
  return isFit ? { minutes } : { fault: `“${typed}” is no number of minutes; accepted: 25, or nothing.` };
}
