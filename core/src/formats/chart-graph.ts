import { edgesOfProcedure, END, isWalkable, type ProcedureDocument, type StepDocument } from '../procedure';

/** What stands in a box of the drawn chart. */
export type ChartNodeKind = 'do' | 'look' | 'measure' | 'decide' | 'finding' | 'later' | 'end';

/** A step as a box, in pixels at the size it is read at. */
export interface ChartNode {
  readonly id: string;
  readonly kind: ChartNodeKind;
  /** The step's words, wrapped. */
  readonly lines: readonly string[];
  readonly width: number;
  readonly height: number;
}

/** Every outcome that leads from one step to another, as one arrow. */
export interface ChartEdge {
  readonly from: string;
  readonly to: string;
  readonly outcomes: readonly string[];
  readonly words: string;
  readonly width: number;
  readonly height: number;
}

/** A procedure ready to be laid out. */
export interface ChartGraph {
  readonly nodes: readonly ChartNode[];
  readonly edges: readonly ChartEdge[];
}

export const CHART_LINE_HEIGHT = 19;
const WIDEST = 30;
const LETTER = 7.4;
const PADDING = 14;
const KIND_HEIGHT = 18;
const LABEL_LETTER = 6.8;
const LABEL_HEIGHT = 18;

/** The boxes and arrows of a procedure; arrows to steps it does not have are left out. */
export function chartGraph(procedure: ProcedureDocument): ChartGraph {
  const edges = mergedEdges(procedure);
  const nodes = Object.entries(procedure.steps).map(([id, step]) => nodeOf(id, step));
  const ends = edges.some(({ to }) => to === END) ? [box(END, 'end', ['end'])] : [];
  return { nodes: [...nodes, ...ends], edges };
}

function mergedEdges(procedure: ProcedureDocument): readonly ChartEdge[] {
  const outcomes = new Map<string, { readonly from: string; readonly to: string; readonly words: string[] }>();
  for (const { from, to, outcome } of edgesOfProcedure(procedure)) {
    // That a finding ends the chart goes without an arrow.
    const isPlainEnd = to === END && procedure.steps[from]?.kind === 'conclusion';
    if (isPlainEnd || (to !== END && !Object.hasOwn(procedure.steps, to))) continue;
    const key = JSON.stringify([from, to]);
    const known = outcomes.get(key) ?? { from, to, words: [] };
    known.words.push(outcome);
    outcomes.set(key, known);
  }
  return [...outcomes.values()].map(({ from, to, words }) => {
    const text = words.map((word) => word.replaceAll('-', ' ')).join(', ');
    // An arrow that is the only way on needs no word.
    const isOnlyWay = words.length === 1 && (text === 'done' || text === 'then');
    const shown = isOnlyWay ? '' : shortened(text);
    const width = Math.ceil(shown.length * LABEL_LETTER) + 6;
    return { from, to, outcomes: words, words: shown, width: shown === '' ? 0 : width, height: LABEL_HEIGHT };
  });
}

function shortened(text: string): string {
  return text.length > 34 ? `${text.slice(0, 32)}…` : text;
}

function nodeOf(id: string, step: StepDocument): ChartNode {
  if (!isWalkable(step)) return box(id, 'later', [id.replaceAll('-', ' ')]);
  const words = step.kind === 'decide' ? (step.text ?? `By "${step.on.replaceAll('-', ' ')}"`) : step.text;
  return box(id, KINDS[step.kind], wrapped(words, WIDEST));
}

const KINDS = {
  action: 'do',
  observation: 'look',
  measurement: 'measure',
  decide: 'decide',
  matrix: 'measure',
  conclusion: 'finding',
} as const;

function box(id: string, kind: ChartNodeKind, lines: readonly string[]): ChartNode {
  const letters = Math.max(8, ...lines.map((line) => line.length));
  const head = kind === 'end' ? 0 : KIND_HEIGHT;
  return {
    id,
    kind,
    lines,
    width: Math.ceil(letters * LETTER) + 2 * PADDING,
    height: head + lines.length * CHART_LINE_HEIGHT + PADDING,
  };
}

/** Words in lines of at most `most` letters; a longer word is cut into pieces. */
export function wrapped(text: string, most: number): readonly string[] {
  const lines: string[] = [];
  let line = '';
  for (const word of text.split(/\s+/).flatMap((each) => pieces(each, most))) {
    if (line !== '' && line.length + 1 + word.length > most) {
      lines.push(line);
      line = word;
    } else line = line === '' ? word : `${line} ${word}`;
  }
  return line === '' && lines.length > 0 ? lines : [...lines, line];
}

function pieces(word: string, most: number): readonly string[] {
  const letters = [...word];
  const count = Math.max(1, Math.ceil(letters.length / most));
  return Array.from({ length: count }, (_, index) => letters.slice(index * most, (index + 1) * most).join(''));
}
