import { juxtaAxis, type JuxtaInput } from '../juxta/juxta-axis';
import { verdictColour } from '../juxta/verdict-colour';
import { spreadLabels } from '../photos/spread-labels';
import { strokePath } from './stroke-path';
import type { Block, Paper, PaperPhoto, PaperReading, PaperSize } from './paper';

/** What the library that sets pages takes of a part; it knows many more fields. */
export type Set = string | Readonly<Record<string, unknown>> | readonly Set[];

const INK = '#17211f';
const SOFT = '#4a5855';
const LINE = '#cdd3cc';
const SLOT = '#d5e9e1';
const EDGE = '#0b5a4a';

/** The colours of verdicts on paper, by those on the screen. */
const ON_PAPER: Readonly<Record<string, string>> = {
  'var(--within)': '#0b5a4a',
  'var(--high)': '#8f3210',
  'var(--low)': '#23429a',
  'var(--absent)': '#702563',
  'var(--doubt)': '#5a4a00',
  'var(--caution-ink)': '#6b4100',
};

const PAGES = { A4: { width: 595, height: 842 }, LETTER: { width: 612, height: 792 } } as const;
const MARGIN = 48;
/** Size of words in a picture, as a part of those on the screen. */
const PAPER_LETTERS = 0.66;
/** Points of a bar, and of a photo beside another. */
const BAR = 120;
const GAP = 14;

/** A part as the library asks about it. */
interface Headed {
  readonly headlineLevel?: number;
}

interface OnPage {
  getFollowingNodesOnPage(): readonly unknown[];
}

/** Sets a paper on pages: what the library is told. Pictures that are not at hand are said to be missing. */
export function setPaper(
  paper: Paper,
  size: PaperSize,
  pictures: ReadonlyMap<string, string>,
): Readonly<Record<string, unknown>> {
  const room = PAGES[size].width - 2 * MARGIN;
  return {
    pageSize: size,
    pageMargins: [MARGIN, MARGIN, MARGIN, MARGIN + 6],
    info: { title: `${paper.title}: ${paper.subtitle}`, producer: 'Juxtameter', creator: 'Juxtameter' },
    defaultStyle: { font: 'Paper', fontSize: 10, lineHeight: 1.2, color: INK },
    footer: (page: number, of: number) => ({
      columns: [
        { text: paper.foot, width: '*' },
        { text: `Page ${page} of ${of}`, width: 'auto' },
      ],
      margin: [MARGIN, 14, MARGIN, 0],
      fontSize: 8,
      color: SOFT,
    }),
    // No heading stands alone at the foot of a page.
    pageBreakBefore: (node: Headed, on: OnPage) =>
      node.headlineLevel === 1 && on.getFollowingNodesOnPage().length === 0,
    content: [
      { text: 'Juxtameter', fontSize: 8, color: SOFT },
      { text: paper.title, fontSize: 19, bold: true },
      { text: paper.subtitle, color: SOFT, margin: [0, 0, 0, 8] },
      ...keptTogether(
        paper.blocks,
        paper.blocks.map((block) => setBlock(block, room, pictures)),
      ),
    ],
  };
}

/** A heading stays with the photos below it, which are moved to the next page whole; the library would leave it behind. */
function keptTogether(blocks: readonly Block[], parts: readonly Set[]): readonly Set[] {
  return parts.flatMap((part, index): readonly Set[] => {
    if (blocks[index]?.is === 'photos') return [];
    if (blocks[index + 1]?.is !== 'photos') return [part];
    const [first, ...others] = rowsOf(parts[index + 1]);
    return [{ stack: [part, first ?? ''], unbreakable: true }, ...others];
  });
}

function rowsOf(part: Set | undefined): readonly Set[] {
  return typeof part === 'object' && 'stack' in part ? (part.stack as readonly Set[]) : [];
}

function setBlock(block: Block, room: number, pictures: ReadonlyMap<string, string>): Set {
  switch (block.is) {
    case 'heading':
      // Kept with what it heads by the rule of the whole document.
      return { text: block.text, fontSize: 13, bold: true, margin: [0, 12, 0, 4], headlineLevel: 1 };
    case 'text':
      return {
        text: block.text,
        bold: block.isStrong === true,
        ...(block.isSoft ? { color: SOFT, fontSize: 8, margin: [0, 14, 0, 0] } : { margin: [0, 0, 0, 4] }),
      };
    case 'caution':
      return {
        table: { widths: ['*'], body: [[{ text: block.text, bold: true }]] },
        layout: { hLineWidth: () => 1.2, vLineWidth: () => 1.2, hLineColor: () => INK, vLineColor: () => INK },
        margin: [0, 6, 0, 2],
      };
    case 'list':
      return { ul: [...block.items], margin: [0, 0, 0, 4] };
    case 'facts':
      return {
        table: {
          widths: ['auto', '*'],
          body: block.facts.map(([name, value]) => [{ text: name, color: SOFT }, value]),
        },
        layout: 'noBorders',
        margin: [0, 0, 0, 4],
      };
    case 'readings':
      return readingTable(block.readings);
    case 'photos':
      return photoRows(block.photos, (room - GAP) / 2, pictures);
    case 'signature':
      return {
        stack: [
          { svg: signaturePicture(block.strokes), width: 200 },
          { text: block.who },
          { text: block.when, color: SOFT, fontSize: 8 },
        ],
        unbreakable: true,
        margin: [0, 14, 0, 0],
      };
  }
}

function readingTable(readings: readonly PaperReading[]): Set {
  const head = ['Time', 'What was read', 'Should / is', 'Is', 'Verdict'].map((text) => ({
    text,
    color: SOFT,
    fontSize: 8,
  }));
  return {
    table: {
      headerRows: 1,
      dontBreakRows: true,
      widths: [46, '*', BAR, 'auto', 'auto'],
      body: [head, ...readings.map(readingRow)],
    },
    layout: {
      hLineWidth: (row: number) => (row === 0 ? 0 : 0.5),
      vLineWidth: () => 0,
      hLineColor: () => LINE,
      paddingLeft: () => 0,
      paddingRight: () => 6,
    },
    margin: [0, 2, 0, 4],
  };
}

function readingRow({ at, title, value, word, verdict, bar, more }: PaperReading): readonly Set[] {
  const colour = ON_PAPER[verdictColour(verdict)] ?? INK;
  return [
    { text: at, fontSize: 8, color: SOFT },
    { stack: [title, ...more.map((text) => ({ text, fontSize: 8, color: SOFT }))] },
    bar ? { svg: barPicture(bar, colour), width: BAR } : '',
    { text: value, bold: true, color: colour, alignment: 'right', noWrap: value.length < 16 },
    { text: word, color: colour },
  ];
}

/** Slot and mark, as the log draws them. */
function barPicture(bar: JuxtaInput, colour: string): string {
  const { segments, breakAt, slot, mark } = juxtaAxis(bar, BAR);
  const parts = [
    ...segments.map(({ x0, x1 }) => `<path d="M${x0} 9H${x1}" stroke="${SOFT}" stroke-width="0.8"/>`),
    breakAt === undefined
      ? ''
      : `<path d="M${breakAt - 4} 13l3 -8M${breakAt + 1} 13l3 -8" stroke="${SOFT}" stroke-width="0.8"/>`,
    slot
      ? `<rect x="${slot.x0}" y="4" width="${Math.max(1, slot.x1 - slot.x0)}" height="10" rx="2" fill="${SLOT}" stroke="${EDGE}" stroke-width="1"/>`
      : '',
    mark === undefined ? '' : `<path d="M${mark} 1v16" stroke="${colour}" stroke-width="2.4"/>`,
  ];
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${BAR + 8}" height="18" viewBox="-4 0 ${BAR + 8} 18">${parts.join('')}</svg>`;
}

/** Two beside each other, each with its caption; a row is not broken. */
function photoRows(photos: readonly PaperPhoto[], width: number, pictures: ReadonlyMap<string, string>): Set {
  const rows = Array.from({ length: Math.ceil(photos.length / 2) }, (_, row) => photos.slice(row * 2, row * 2 + 2));
  return {
    stack: rows.map((row) => ({
      columns: row.map((photo) => ({ width, stack: setPhoto(photo, width, pictures.get(photo.hash)) })),
      columnGap: GAP,
      unbreakable: true,
      margin: [0, 2, 0, 8],
    })),
  };
}

function setPhoto(photo: PaperPhoto, width: number, picture: string | undefined): readonly Set[] {
  const caption = { text: photo.caption, fontSize: 8, color: SOFT, margin: [0, 2, 0, 0] };
  if (picture === undefined)
    return [{ text: 'This photo was not on the device that made the paper.', color: SOFT }, caption];
  // A photo that stands on end is as high as the page is wide at most.
  const scale = Math.min(width / photo.width, width / photo.height);
  const shown = { width: photo.width * scale, height: photo.height * scale };
  return [{ svg: photoPicture(photo, shown, picture), ...shown }, caption];
}

function photoPicture(
  { marks }: PaperPhoto,
  { width, height }: { readonly width: number; readonly height: number },
  picture: string,
): string {
  const at = marks.map(({ place, tail, words }) => ({
    x: place.x * width,
    y: place.y * height,
    tail: tail && { x: tail.x * width, y: tail.y * height },
    text: words,
  }));
  const boxes = spreadLabels(at, width, height, PAPER_LETTERS);
  const lines = at.flatMap(({ x, y, tail }) => {
    const shape = tail
      ? `<path d="M${tail.x} ${tail.y}L${x} ${y}" fill="none"/><circle cx="${x}" cy="${y}" r="3"/>`
      : `<circle cx="${x}" cy="${y}" r="5" fill="none"/>`;
    return [`<g stroke="#000" stroke-width="3.4">${shape}</g>`, `<g stroke="#fff" stroke-width="1.5">${shape}</g>`];
  });
  const words = at.flatMap(({ text }, index) => {
    const box = boxes[index];
    return box && text !== ''
      ? [
          `<rect x="${box.left}" y="${box.top}" width="${box.width}" height="13.5" rx="4" fill="#000" fill-opacity="0.8"/>`,
          `<text x="${box.left + 6}" y="${box.top + 9.8}" font-size="8.5" fill="#fff" font-family="Paper">${escaped(text)}</text>`,
        ]
      : [];
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}"><image x="0" y="0" width="${width}" height="${height}" href="${picture}"/>${[...lines, ...words].join('')}</svg>`;
}

function escaped(text: string): string {
  return text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');
}

/** The strokes of a hand as they were drawn. */
function signaturePicture(strokes: readonly (readonly number[])[]): string {
  const paths = strokes.map(
    (stroke) =>
      `<path d="${strokePath(stroke)}" fill="none" stroke="${INK}" stroke-width="7" stroke-linecap="round" stroke-linejoin="round"/>`,
  );
  return `<svg xmlns="http://www.w3.org/2000/svg" width="200" height="80" viewBox="0 0 1000 400">${paths.join('')}<path d="M0 396H1000" stroke="${LINE}" stroke-width="4"/></svg>`;
}
