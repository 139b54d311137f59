import { rmSync } from 'node:fs';
import { killRound } from '../../server/src/testing/kill-round';
import { seededFolder } from '../../server/src/testing/test-server';
import type { Benchmark } from './row';

/** SIGKILL at random moments while events stream in; the same folder all the way through. */
export function killRounds(rounds: number): Benchmark {
  return async () => {
    const folder = await seededFolder();
    const sum = { acknowledged: 0, lost: 0, doubled: 0, invented: 0, changed: 0 };
    for (let round = 0; round < rounds; round += 1) {
      const outcome = await killRound(folder, 30 + Math.random() * 700);
      sum.acknowledged += outcome.acknowledged;
      for (const kind of ['lost', 'doubled', 'invented', 'changed'] as const) sum[kind] += outcome[kind].length;
    }
    rmSync(folder, { recursive: true, force: true });
    const bad = sum.lost + sum.doubled + sum.invented + sum.changed;
    return [
      {
        what: `killed at any moment, ${rounds} times`,
        figure: `${sum.acknowledged.toLocaleString('en-GB')} events acknowledged; ${sum.lost} lost, ${sum.doubled} doubled, ${sum.invented} invented, ${sum.changed} changed`,
        budget: 'none lost or doubled',
        isMet: bad === 0,
        numbers: sum,
      },
    ];
  };
}
