import { replay, type VisitEvent } from '@juxtameter/core';
import { DEMO_CONTEXT, envelope, uuid, VisitDriver } from '../../core/src/testing/demo';
import { median, short, type Benchmark } from './row';

const EVENTS = 10_000;
const RUNS = 25;

/** A demo visit walked over and over until its log is long. */
function longLog(): readonly VisitEvent[] {
  const { events } = new VisitDriver().toFuse();
  const [opened, ...rest] = events;
  const log: VisitEvent[] = opened ? [opened] : [];
  while (log.length < EVENTS) {
    const next = rest[(log.length - 1) % rest.length];
    if (!next) break;
    const at = log.length;
    const { id, deviceSeq, at: time, monotonic } = envelope(at, { id: uuid(100_000 + at) });
    log.push({ ...next, id, deviceSeq, at: time, monotonic, seq: at });
  }
  return log;
}

/** Folding a long log, as a page does when a visit is opened or something is taken back. */
export const replayLongLog: Benchmark = () => {
  const log = longLog();
  const times = Array.from({ length: RUNS }, () => {
    const begun = performance.now();
    replay(DEMO_CONTEXT, log);
    return performance.now() - begun;
  });
  const first = times[0] ?? Number.NaN;
  const warm = median(times.slice(10));
  return Promise.resolve([
    {
      what: `replay of ${EVENTS.toLocaleString('en-GB')} events`,
      figure: `${short(warm)} ms (the very first, code not yet compiled: ${short(first)} ms)`,
      budget: 'under 50 ms',
      isMet: warm < 50,
      numbers: { warm, first },
    },
  ]);
};
