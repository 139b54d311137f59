import type { Beat, Press, Tempo } from './align';
import { fitted, type Fit } from './fit';
import { mean, quantile } from './statistics';

/** Milliseconds between two flashes, at least. */
const LEAST_GAP = 60;

export interface HoldClasses {
  readonly short: number;
  readonly long: number;
}

/** Presses that are clearly of two lengths; undefined for taps. */
export function holdClasses(taps: readonly Press[]): HoldClasses | undefined {
  const held = taps.flatMap(({ down, up }) => (up === undefined ? [] : [up - down])).sort((a, b) => a - b);
  if (held.length < taps.length * 0.9) return undefined;
  const split = bestSplit(held);
  const [short, long] = [mean(held.slice(0, split)), mean(held.slice(split))];
  const isSplit = Math.min(split, held.length - split) >= 2 && long > 1.7 * short;
  return isSplit ? { short, long } : undefined;
}

/** Where sorted values part into two classes with the least spread within (Otsu, 1979). */
function bestSplit(sorted: readonly number[]): number {
  let best = 0;
  let least = Infinity;
  for (let at = 1; at < sorted.length; at += 1) {
    const within = squares(sorted.slice(0, at)) + squares(sorted.slice(at));
    if (within < least) [least, best] = [within, at];
  }
  return best;
}

function squares(values: readonly number[]): number {
  const centre = mean(values);
  return values.reduce((sum, each) => sum + (each - centre) ** 2, 0);
}

/** The groups between long pauses are themselves the candidates: one of three rounds is nearly always whole. */
export function patternFits(taps: readonly Press[], { short, long }: HoldClasses): readonly Fit[] {
  const middle = (short + long) / 2;
  const offs = taps.slice(1).map((tap, index) => tap.down - (taps[index]?.up ?? tap.down));
  // A hand that lets go late may leave no gap at all.
  const usual = Math.max(
    LEAST_GAP,
    quantile(
      [...offs].sort((a, b) => a - b),
      0.4,
    ),
  );
  const groups: ('long' | 'short')[][] = [[]];
  taps.forEach((tap, index) => {
    if (index > 0 && (offs[index - 1] ?? 0) > 2.1 * usual) groups.push([]);
    groups.at(-1)?.push((tap.up ?? tap.down) - tap.down > middle ? 'long' : 'short');
  });
  const distinct = new Map(groups.map((flashes) => [flashes.join(' '), flashes]));
  const repeat = quantile(
    offs.filter((each) => each > 2.1 * usual).sort((a, b) => a - b),
    0.5,
  );
  const tempo: Tempo = { flash: usual, digit: usual * 2, repeat: repeat || usual * 4 };
  return [...distinct.values()].slice(0, 30).map((flashes) => {
    const round = flashes.map((flash, index): Beat => ({
      holds: flash === 'long' ? long : short,
      isLong: flash === 'long',
      gap: index === flashes.length - 1 ? 'repeat' : 'flash',
    }));
    return fitted(taps, { sign: { kind: 'pattern', flashes }, round, tempo });
  });
}
