/** Words at a place of a picture, in pixels as it is shown. */
export interface LabelAt {
  readonly x: number;
  readonly y: number;
  readonly text: string;
}

/** Where the words are drawn: their box, in pixels. */
export interface LabelBox {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/** Pixels of a line, of a letter on average, and around the words. */
const [LINE, LETTER, AROUND] = [22, 7.4, 18];
/** Pixels that stay free around a mark. */
const CLEAR = 16;
/** So many lines away from its mark words may stand. */
const FARTHEST = 8;

/**
 * Words beside their marks so that none covers another, nor another's mark, where there is room for that; inside the
 * picture in any case. Each is as near to its mark as those before it leave it.
 *
 * @param size of the letters, as a part of those on the screen.
 */
export function spreadLabels(labels: readonly LabelAt[], width: number, height: number, size = 1): readonly LabelBox[] {
  const placed: LabelBox[] = [];
  for (const label of labels) {
    const others = labels.filter((each) => each !== label);
    let best: LabelBox | undefined;
    let least = Infinity;
    for (const box of placesFor(label, width, height, size)) {
      const covered =
        placed.reduce((sum, each) => sum + shared(box, each), 0) +
        others.filter((each) => isNear(box, each)).length * LINE * LINE;
      if (covered < least) [best, least] = [box, covered];
      if (covered === 0) break;
    }
    if (best) placed.push(best);
  }
  return placed;
}

/** Nearest first: right above, right below, left above, left below, then line by line farther away. */
function placesFor({ x, y, text }: LabelAt, width: number, height: number, scale: number): readonly LabelBox[] {
  const line = LINE * scale;
  const clear = CLEAR * scale;
  const size = { width: Math.min(width, (text.length * LETTER + AROUND) * scale), height: line };
  const across = [x + clear / 2, x - size.width / 2, x - size.width - clear / 2];
  const places: LabelBox[] = [];
  for (let lines = 0; lines < FARTHEST; lines += 1)
    for (const top of [y - clear - line - lines * line, y + clear + lines * line])
      for (const left of across)
        places.push({
          ...size,
          left: within(left, width - size.width),
          top: within(top, height - line),
        });
  return places;
}

function within(value: number, most: number): number {
  return Math.max(0, Math.min(value, most));
}

function shared(a: LabelBox, b: LabelBox): number {
  const across = Math.min(a.left + a.width, b.left + b.width) - Math.max(a.left, b.left);
  const down = Math.min(a.top + a.height, b.top + b.height) - Math.max(a.top, b.top);
  return Math.max(0, across) * Math.max(0, down);
}

function isNear({ left, top, width, height }: LabelBox, { x, y }: LabelAt): boolean {
  const reach = CLEAR / 2;
  return x > left - reach && x < left + width + reach && y > top - reach && y < top + height + reach;
}
