import { isMap, isScalar, isSeq, LineCounter, parseDocument, type Node } from 'yaml';

/**
 * Where in a JSON or YAML text the places that problems name stand: `steps.dead.measure` to a line, counted from 1. A
 * place the text does not have, such as a field that is missing, is told by the line of what it is missing from.
 */
export function lineFinder(source: string): (path: string) => number | undefined {
  const counter = new LineCounter();
  const document = parseDocument(source, { lineCounter: counter, strict: false, uniqueKeys: false });
  return (path) => {
    const { range } = deepest(document.contents as Node | null, path) ?? {};
    return range ? counter.linePos(range[0]).line : undefined;
  };
}

function deepest(node: Node | null | undefined, path: string): Node | undefined {
  if (!node) return undefined;
  for (const [key, child, place] of childrenOf(node)) {
    const rest = restOf(path, key);
    if (rest !== undefined) return deepest(child, rest) ?? place;
  }
  return node;
}

/** Key, value, and where the entry begins. */
function childrenOf(node: Node): readonly (readonly [string, Node | null, Node])[] {
  if (isMap(node))
    return node.items.map(({ key, value }) => {
      const name = isScalar(key) ? String(key.value) : '';
      return [name, value as Node | null, key as Node];
    });
  return isSeq(node) ? node.items.map((item, index) => [`[${index}]`, item as Node, item as Node]) : [];
}

/** What is left of a path behind its first part; undefined where it begins with another. An id may hold points itself. */
function restOf(path: string, key: string): string | undefined {
  if (path === '' || key === '' || !path.startsWith(key)) return undefined;
  const rest = path.slice(key.length);
  if (rest === '' || rest.startsWith('[')) return rest;
  return rest.startsWith('.') ? rest.slice(1) : undefined;
}
