import type { Chain } from './chain';
import { nodesOf } from './layout';
import { chainScale, type ChainReading } from './explains';
import { halfSplit } from './half-split';
import type { Hypothesis } from './hypotheses';
import { locate, type ChainPlace } from './locate';
import { placeKey } from './place-key';

/** What a chain comes to when one thing is wrong with it and these points are read. */
export interface ChainOutcome {
  readonly key: string | undefined;
  readonly place: ChainPlace;
}

/** Everything that reading these points can come to, each once: every single fault is tried. */
export function chainOutcomes(chain: Chain, points: readonly string[]): readonly ChainOutcome[] {
  const found = new Map<string, ChainOutcome>();
  for (const hypothesis of chain.hypotheses) {
    const place = locate(chain, walked(chain, points, hypothesis));
    const key = placeKey(chain, place);
    found.set(key ?? '', { key, place });
  }
  return [...found.values()];
}

/** The readings of a chain with this fault, point by point as they are offered. */
function walked(chain: Chain, points: readonly string[], hypothesis: Hypothesis): readonly ChainReading[] {
  const readings: ChainReading[] = [];
  let left = points;
  for (;;) {
    const point = halfSplit(chain, locate(chain, readings), left);
    if (point === undefined) return readings;
    left = left.filter((each) => each !== point);
    readings.push(supposedReading(chain, point, hypothesis));
  }
}

function supposedReading(chain: Chain, point: string, { kind, potentials }: Hypothesis): ChainReading {
  const from = nodesOf(chain).indexOf(point);
  const volts = supposedVolts(chain, kind, potentials.origins[from]);
  return { from, to: chain.points.length - 1, volts, ends: { low: volts, high: volts }, event: point };
}

function supposedVolts(
  chain: Chain,
  kind: Hypothesis['kind'],
  origin: Hypothesis['potentials']['origins'][number] | undefined,
): number {
  const { nominal } = chain;
  const half = nominal / 2;
  if (kind === 'dead' || origin === 'return' || typeof origin === 'number') return 0;
  if (origin === 'feed') return kind === 'weak' ? (chainScale(chain).taken + chainScale(chain).served) / 2 : nominal;
  return half;
}
