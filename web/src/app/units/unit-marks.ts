import { scaleTime } from 'd3-scale';
import { timeWords, type FittedPart, type PastVisit } from '@juxtameter/core';

/** A visit or a part on the time line, in pixels from its left end. */
export interface UnitMark {
  readonly id: string;
  readonly x: number;
  /** Printed beside it; empty where there is no room. */
  readonly label: string;
  /** Left end of the label, and the row it stands in, counted from the axis. */
  readonly labelX: number;
  readonly row: number;
  /** All of it, for who hovers or listens. */
  readonly words: string;
}

export interface VisitMark extends UnitMark {
  readonly isOpen: boolean;
}

export interface UnitMarks {
  readonly visits: readonly VisitMark[];
  readonly parts: readonly UnitMark[];
  /** `middle` is where the words have their middle: at the ends of the line they stay within it. */
  readonly ticks: readonly { readonly x: number; readonly middle: number; readonly words: string }[];
}

const EDGE = 14;
/** Pixels of a letter of a label, at most, and between two labels. */
const LETTER = 7.2;
const GAP = 10;
const ROWS = 3;
const TICKS_EVERY = 110;
const DAY = 86_400_000;

/**
 * Visits of a unit and parts put in, where they stand in time between the first and now. Labels never overlap: they go
 * to the next row, and where all rows are full only the mark stands.
 * @param width pixels
 * @param now milliseconds since 1970
 */
export function unitMarks(
  visits: readonly PastVisit[],
  parts: readonly (Pick<FittedPart, 'name' | 'at'> & { readonly why?: string })[],
  { width, now }: { readonly width: number; readonly now: number },
): UnitMarks {
  const times = [...visits.map(({ openedAt }) => Date.parse(openedAt)), ...parts.map(({ at }) => Date.parse(at))];
  const known = times.filter((time) => Number.isFinite(time));
  const first = Math.min(...known, now - DAY);
  const last = Math.max(...known, now);
  const x = scaleTime([first, last], [EDGE, Math.max(EDGE + 1, width - EDGE)]);
  const dated = <Dated>(all: readonly Dated[], timeOf: (each: Dated) => string): readonly { of: Dated; x: number }[] =>
    all
      .flatMap((of) => (Number.isFinite(Date.parse(timeOf(of))) ? [{ of, x: x(Date.parse(timeOf(of))) }] : []))
      .sort((a, b) => a.x - b.x);
  return {
    visits: labelled(
      dated(visits, ({ openedAt }) => openedAt).map(({ of, x: at }) => {
        const day = timeWords({ at: of.openedAt, zone: of.zone ?? '+00:00' }, 'day');
        const found = of.findings.map(({ text }) => text).join(' ');
        return {
          id: of.id,
          x: at,
          label: of.findings.at(-1)?.class ?? (of.closed ? 'no finding' : 'open'),
          words: [day, of.by, found || (of.closed ? 'no finding' : 'open')].filter(Boolean).join(': '),
          isOpen: !of.closed,
        };
      }),
      width,
    ),
    parts: labelled(
      dated(parts, ({ at }) => at).map(({ of, x: at }, index) => ({
        id: `${index}`,
        x: at,
        label: of.name,
        words: [timeWords({ at: of.at, zone: '+00:00' }, 'day'), of.name, of.why].filter(Boolean).join(': '),
      })),
      width,
    ),
    ticks: x.ticks(Math.max(2, Math.round(width / TICKS_EVERY))).map((time) => {
      const words = x.tickFormat()(time);
      const half = (words.length * LETTER) / 2;
      return { x: x(time), middle: Math.max(half, Math.min(x(time), width - half)), words };
    }),
  };
}

function labelled<Mark extends Omit<UnitMark, 'labelX' | 'row'>>(
  marks: readonly Mark[],
  width: number,
): readonly (Mark & Pick<UnitMark, 'labelX' | 'row'>)[] {
  const ends: number[] = [];
  return marks.map((mark) => {
    const long = mark.label.length * LETTER;
    const labelX = Math.max(0, Math.min(mark.x - long / 2, width - long));
    const row = [...Array(ROWS).keys()].find((each) => (ends[each] ?? -Infinity) + GAP <= labelX);
    if (row === undefined || long > width) return { ...mark, label: '', labelX: mark.x, row: 0 };
    ends[row] = labelX + long;
    return { ...mark, labelX, row };
  });
}
