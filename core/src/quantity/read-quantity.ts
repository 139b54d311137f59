import { DocumentError } from './document-error';
import { parseQuantity, type DocumentQuantity } from './parse-quantity';
import type { Dimension } from './unit';

/** The quantity a document's text stands for. @throws DocumentError naming `path` when it cannot be read. */
export function readQuantity(
  text: string,
  path: string,
  ...dimensions: readonly [Dimension, ...Dimension[]]
): DocumentQuantity {
  const parsed = parseQuantity(text, ...dimensions);
  if (parsed.outcome === 'error') throw new DocumentError(path, `"${text}": ${parsed.message}`, parsed.accepted);
  return parsed.quantity;
}
