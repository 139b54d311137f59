import { runningWatch } from '../sequence';
import type { VisitDriver } from './demo';

/** Watches a call that stops at a stage: all before it in the middle of their time, it itself late. */
export function watchTo(driver: VisitDriver, sequence: string, stage: string, commanded: boolean): void {
  const start = Date.UTC(2026, 10, 24, 10);
  const at = (seconds: number) => ({
    at: new Date(start + seconds * 1000).toISOString(),
    monotonic: 9e6 + seconds * 1000,
  });
  const watch = driver.log({ type: 'watch-started', sequence, label: 'before' }, at(0)).id;
  for (let count = 0; count < 12; count += 1) {
    const next = runningWatch(driver.context, driver.state)?.next;
    if (!next) {
      driver.log({ type: 'call-ended', watch }, at(200));
      continue;
    }
    const isStage = next.stage.id === stage;
    const seconds = isStage ? next.latest * 1.1 + 3 : (next.earliest + next.latest) / 2;
    driver.log({ type: 'stage-marked', watch, stage: next.stage.id, mark: isStage ? 'never' : 'actual' }, at(seconds));
    if (!isStage) continue;
    driver.log(
      { type: 'stage-marked', watch, stage, mark: commanded ? 'commanded' : 'not-commanded' },
      at(seconds + 0.5),
    );
    driver.log({ type: 'watch-ended', watch, how: 'stopped' }, at(seconds + 1));
    return;
  }
}
