import { END, type ProcedureDocument } from '../procedure';
import { chartGraph, type ChartNodeKind } from './chart-graph';

const SHAPES: Readonly<Record<ChartNodeKind, readonly [string, string]>> = {
  do: ['[', ']'],
  look: ['(', ')'],
  measure: ['[/', '/]'],
  decide: ['{', '}'],
  finding: ['([', '])'],
  later: ['[[', ']]'],
  end: ['((', '))'],
};

/**
 * A procedure as the text of a Mermaid flowchart (https://mermaid.js.org/syntax/flowchart.html). Every id is made up,
 * since words such as "end" mean something there, and every text is quoted.
 */
export function chartAsMermaid(procedure: ProcedureDocument): string {
  const { nodes, edges } = chartGraph(procedure);
  const names = new Map(nodes.map(({ id }, index) => [id, id === END ? 'finish' : `step${index + 1}`]));
  const boxes = nodes.map(({ id, kind, lines }) => {
    const [open, close] = SHAPES[kind];
    return `  ${names.get(id)}${open}"${escaped(lines.join(' '))}"${close}`;
  });
  const arrows = edges.map(({ from, to, words }) => {
    const label = words === '' ? '' : `|"${escaped(words)}"|`;
    return `  ${names.get(from)} -->${label} ${names.get(to)}`;
  });
  const start = `  start((start)) --> ${names.get(procedure.start)}`;
  const entry = names.has(procedure.start) ? [start] : [];
  return ['flowchart TD', `  %% ${commented(procedure.title)}`, ...entry, ...boxes, ...arrows, ''].join('\n');
}

/** Entity codes instead of the characters that end a text or begin markup. */
function escaped(text: string): string {
  return text
    .replaceAll('#', '#35;')
    .replace(/["<>&`\\]/g, (character) => `#${character.charCodeAt(0)};`)
    .replace(/[\r\n]+/g, ' ');
}

function commented(text: string): string {
  return text.replace(/[\r\n{}%<>]+/g, ' ');
}
