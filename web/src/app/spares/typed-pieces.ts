/** What an entry of the spares takes. */
const MOST_PIECES = 100_000;

/** What was typed for a number of pieces: a number, or a fault in words. */
export type TypedPieces = { readonly pieces: number; readonly fault?: never } | { readonly fault: string };

/**
 * Pieces as they were typed.
 *
 * @example typedPieces('3', 0) // { pieces: 3 }
 */
export function typedPieces(typed: string, least: number): TypedPieces {
  const pieces = Number(typed);
  const isFit = /^\d+$/.test(typed) && pieces >= least && pieces <= MOST_PIECES;
  return isFit
    ? { pieces }
    : { fault: `“${typed}” is no number of pieces; accepted: whole numbers from ${least} to ${MOST_PIECES}.` };
}
