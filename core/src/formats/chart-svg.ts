import { edgeKey, type ChartProgress } from '../visit';
import { CHART_LINE_HEIGHT } from './chart-graph';
import { edgePath, type ChartLayout, type PlacedEdge, type PlacedNode } from './chart-layout';

const MARGIN = 24;
const HEAD = 44;

/**
 * A laid-out chart as a standalone SVG (https://www.w3.org/TR/SVG2/): no script, no style sheet of others, every text
 * escaped. With `progress` the way walked is marked as on the screen.
 */
export function chartAsSvg(title: string, layout: ChartLayout, progress?: ChartProgress): string {
  const width = Math.ceil(layout.width) + 2 * MARGIN;
  const height = Math.ceil(layout.height) + 2 * MARGIN + HEAD;
  const walked = new Set(progress?.walked);
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}" role="img">`,
    `<title>${escaped(title)}</title>`,
    `<style>${STYLE}</style>`,
    '<defs><marker id="tip" viewBox="0 0 10 10" refX="9" refY="5" markerWidth="7" markerHeight="7" orient="auto"><path d="M0 1L9 5L0 9z" fill="#4a5855"/></marker></defs>',
    `<rect width="${width}" height="${height}" fill="#fbfbf8"/>`,
    `<text class="title" x="${MARGIN}" y="${MARGIN + 16}">${escaped(title)}</text>`,
    `<g transform="translate(${MARGIN} ${MARGIN + HEAD})">`,
    ...layout.edges.map((edge) => edgeSvg(edge, progress?.taken.has(edgeKey(edge.from, edge.to)) ?? false)),
    ...layout.nodes.map((node) => nodeSvg(node, node.id === progress?.current, walked.has(node.id))),
    '</g>',
    '</svg>',
    '',
  ].join('\n');
}

const STYLE = [
  'text{font-family:"Sofia Sans",system-ui,sans-serif;font-size:15px;fill:#17211f}',
  '.title{font-size:20px;font-weight:700}',
  '.kind{font-size:12px;fill:#4a5855}',
  '.words{font-size:13px;fill:#4a5855}',
  'rect.box{fill:#fff;stroke:#4a5855;stroke-width:1.2}',
  '.walked rect.box{stroke:#0b5a4a;stroke-width:2.4}',
  '.current rect.box{fill:#d5e9e1;stroke:#0b5a4a;stroke-width:3}',
  'path.way{fill:none;stroke:#4a5855;stroke-width:1.3;marker-end:url(#tip)}',
  'path.taken{stroke:#0b5a4a;stroke-width:3}',
].join('');

function edgeSvg({ points, label, words }: PlacedEdge, isTaken: boolean): string {
  const text =
    label && words !== ''
      ? `<text class="words" x="${label.x}" y="${label.y + 5}" text-anchor="middle">${escaped(words)}</text>`
      : '';
  return `<path class="way${isTaken ? ' taken' : ''}" d="${edgePath(points)}"/>${text}`;
}

function nodeSvg(node: PlacedNode, isCurrent: boolean, isWalked: boolean): string {
  const { x, y, width, height, kind, lines } = node;
  const isEnd = kind === 'end';
  const head = isEnd ? '' : `<text class="kind" x="14" y="18">${kind}</text>`;
  const words = lines.map(
    (line, index) => `<text x="14" y="${(isEnd ? 20 : 36) + index * CHART_LINE_HEIGHT}">${escaped(line)}</text>`,
  );
  const standing = isCurrent ? 'current' : isWalked ? 'walked' : 'left';
  const box = `<rect class="box" width="${width}" height="${height}" rx="${kind === 'finding' || isEnd ? 16 : 5}"/>`;
  return `<g class="${standing}" transform="translate(${x} ${y})">${box}${head}${words.join('')}</g>`;
}

/** Text as it may stand between tags and in attributes; control characters are no XML at all. */
function escaped(text: string): string {
  return text
    .replace(/[^\t\n\r\u0020-\ufffd\u{10000}-\u{10ffff}]/gu, ' ')
    .replace(/[&<>"']/g, (character) => `&#${character.charCodeAt(0)};`);
}
