import { standingOf, TIME_KINDS, TIME_KIND_WORDS, type TimeKind, type VisitState } from '../visit';
import { workOf } from './work';

/** Minutes that were noted, apart. */
export type NotedTime = Readonly<Record<TimeKind, number>>;

/** What was noted with each piece of work counts as work, beside what was noted by itself. */
export function notedTime(state: VisitState): NotedTime {
  const of = (kind: TimeKind): number =>
    standingOf(state, 'time-spent').reduce((sum, each) => sum + (each.kind === kind ? each.minutes : 0), 0);
  const planned = workOf(state).reduce((sum, { minutes }) => sum + minutes, 0);
  return { work: of('work') + planned, wait: of('wait'), travel: of('travel') };
}

/** "95 min work, 40 min waiting"; empty where nothing was noted. */
export function notedTimeWords(time: NotedTime): string {
  return TIME_KINDS.filter((kind) => time[kind] > 0)
    .map((kind) => `${time[kind]} min ${TIME_KIND_WORDS[kind]}`)
    .join(', ');
}
