import { weatherKinds } from './weather-kinds';
import type { FittedPart, PastVisit } from './past-visit';

export const SUSPICION_KINDS = [
  'left-altered',
  'new-board',
  'same-part',
  'same-code',
  'never-right',
  'same-weather',
  'recent-work',
  'follow-up',
] as const;

/** Something about this unit that a newcomer should know before anything is opened. */
export interface Suspicion {
  readonly kind: (typeof SUSPICION_KINDS)[number];
  /** The fact first. */
  readonly words: string;
  /** What follows from it. */
  readonly advice: string;
  readonly visits: readonly string[];
}

/** What is known of the visit at hand. */
export interface Present {
  /** Milliseconds since 1970. */
  readonly now: number;
  readonly visit?: PastVisit;
}

/** A repeat within so many days is a repeat failure. */
const REPEAT_DAYS = 366;
/** A part fitted in these days is the first thing to look at. */
const RECENT_DAYS = 92;
const DAY = 86_400_000;

/**
 * What is suspicious about a unit, the most telling first: repeat failures within twelve months, new boards, work that
 * was never right, what was left altered, follow-ups open. Words only; none of it proves anything.
 */
export function suspicions(
  past: readonly PastVisit[],
  parts: readonly FittedPart[],
  { now, visit }: Present,
): readonly Suspicion[] {
  const earlier = past.filter(({ id, openedAt }) => id !== visit?.id && isWithin(openedAt, now, REPEAT_DAYS));
  const all = visit ? [...earlier, visit] : earlier;
  const fitted = [...parts, ...past.flatMap((each) => each.fitted)].filter(({ at }) => isWithin(at, now, REPEAT_DAYS));
  const found = [
    ...leftAltered(past, visit),
    ...newBoards(fitted, now),
    ...repeatedParts(fitted, earlier, now),
    ...repeatedCodes(all),
    ...neverRight(all),
    ...repeatedWeather(earlier, visit),
    ...recentWork(fitted, now),
    ...openFollowUps(past, visit, now),
  ];
  return found.sort((a, b) => SUSPICION_KINDS.indexOf(a.kind) - SUSPICION_KINDS.indexOf(b.kind));
}

/** What earlier visits left as it was not built; of visits that go on still, as it stands now. */
function leftAltered(past: readonly PastVisit[], visit: PastVisit | undefined): Suspicion[] {
  return past
    .filter(({ id, left }) => id !== visit?.id && left.length > 0)
    .map(({ id, left, leftBecause }) => {
      const all = left.map(({ words, takesAway }) =>
        takesAway === undefined ? words : `${words} (without ${takesAway})`,
      );
      return {
        kind: 'left-altered',
        words: `Left so by an earlier visit: ${all.join('; ')}.${leftBecause === undefined ? '' : ` The reason: ${leftBecause}.`}`,
        advice: 'Find it before anything is switched on.',
        visits: [id],
      };
    });
}

function newBoards(fitted: readonly FittedPart[], now: number): Suspicion[] {
  const boards = fitted.filter(({ isBoard }) => isBoard);
  const [newest] = [...boards].sort((a, b) => b.at.localeCompare(a.at));
  if (!newest) return [];
  const times = boards.length === 1 ? 'A new board went in' : `${boards.length} boards went in within a year, the last`;
  return [
    {
      kind: 'new-board',
      words: `${times} ${ago(newest.at, now)}: ${newest.name}.`,
      advice:
        boards.length > 1
          ? 'The fault is likely outside the board: find what kills it.'
          : 'Check its settings and wires against the old one, and what else was on that board.',
      visits: boards.flatMap(({ visit }) => visit ?? []),
    },
  ];
}

/** The same part put in, or found guilty, more than once. */
function repeatedParts(fitted: readonly FittedPart[], earlier: readonly PastVisit[], now: number): Suspicion[] {
  const uses = new Map<string, { name: string; at: string[]; visits: Set<string> }>();
  const add = (part: string, name: string, at: string, visit: string | undefined): void => {
    const known = uses.get(part) ?? { name, at: [], visits: new Set<string>() };
    // Found guilty and put in on one visit is one failure.
    if (visit === undefined || !known.visits.has(visit)) known.at.push(at);
    if (visit !== undefined) known.visits.add(visit);
    uses.set(part, known);
  };
  for (const each of fitted) if (!each.isBoard) add(each.part, each.name, each.at, each.visit);
  for (const each of earlier)
    for (const { item, itemName } of each.findings)
      if (item !== undefined) add(item, itemName ?? item, each.openedAt, each.id);
  return [...uses.values()]
    .filter(({ at }) => at.length > 1)
    .map(({ name, at, visits }) => ({
      kind: 'same-part',
      words: `${name} failed ${at.length} times within a year, the last ${ago([...at].sort().at(-1) ?? '', now)}.`,
      advice: 'A second new part with the same fault: look for the cause outside it.',
      visits: [...visits],
    }));
}

function repeatedCodes(all: readonly PastVisit[]): Suspicion[] {
  const seen = new Map<string, { meaning?: string; visits: Set<string> }>();
  for (const { id, codes } of all) {
    for (const { code, meaning } of codes) {
      const known = seen.get(code) ?? { ...(meaning === undefined ? {} : { meaning }), visits: new Set<string>() };
      known.visits.add(id);
      seen.set(code, known);
    }
  }
  return [...seen]
    .filter(([, { visits }]) => visits.size > 1)
    .map(([code, { meaning, visits }]) => ({
      kind: 'same-code',
      words: `Code ${code}${meaning === undefined ? '' : ` (${meaning})`} on ${visits.size} visits within a year.`,
      advice: 'What was done against it did not hold, or the code is the effect of something else.',
      visits: [...visits],
    }));
}

function neverRight(all: readonly PastVisit[]): Suspicion[] {
  return all.flatMap(({ id, priorWork }) =>
    priorWork
      .filter(({ result }) => result === 'never-right' || result === 'not-cured')
      .map(({ text, who, parts = [], complaintBefore }): Suspicion => {
        const what = parts.length > 0 ? parts.join(', ') : text;
        return {
          kind: 'never-right',
          words: `Not right since earlier work${who === undefined ? '' : ` by ${who}`}: ${what}.`,
          advice:
            complaintBefore === undefined
              ? 'Ask what the complaint was before that work, and inspect that work first.'
              : `Before it the complaint was “${complaintBefore}”. Inspect that work first.`,
          visits: [id],
        };
      }),
  );
}

function repeatedWeather(earlier: readonly PastVisit[], visit: PastVisit | undefined): Suspicion[] {
  const kindsOf = ({ weather, complaints }: PastVisit): ReadonlySet<string> =>
    weatherKinds([...weather.map(({ text }) => text), ...complaints.map(({ text }) => text)], weather);
  const counts = new Map<string, Set<string>>();
  for (const each of visit ? [...earlier, visit] : earlier)
    for (const kind of kindsOf(each)) counts.set(kind, (counts.get(kind) ?? new Set()).add(each.id));
  const now = visit ? kindsOf(visit) : undefined;
  return [...counts]
    .filter(([kind, visits]) => visits.size > 1 && (now === undefined || now.size === 0 || now.has(kind)))
    .map(([kind, visits]) => ({
      kind: 'same-weather',
      words: `${visits.size} visits in the same weather: ${kind}.`,
      advice: 'Look for what this weather changes: water, temperature, pressure, draught.',
      visits: [...visits],
    }));
}

function recentWork(fitted: readonly FittedPart[], now: number): Suspicion[] {
  const recent = fitted.filter(({ at, isBoard }) => !isBoard && isWithin(at, now, RECENT_DAYS));
  if (recent.length === 0) return [];
  const names = [...new Set(recent.map(({ name }) => name))];
  return [
    {
      kind: 'recent-work',
      words: `Fitted in the last three months: ${names.join(', ')}.`,
      advice: 'Work is the newest thing on this unit: look at it early.',
      visits: recent.flatMap(({ visit }) => visit ?? []),
    },
  ];
}

function openFollowUps(past: readonly PastVisit[], visit: PastVisit | undefined, now: number): Suspicion[] {
  return past
    .filter(({ id }) => id !== visit?.id)
    .flatMap(({ followUps }) => followUps)
    .map(({ text, due, visit: noted }) => ({
      kind: 'follow-up',
      words: `Open from an earlier visit: ${text}${due === undefined ? '' : `, due ${due}`}.`,
      advice: due !== undefined && Date.parse(due) < now ? 'It is overdue.' : 'Tick it off when it is done.',
      visits: [noted],
    }));
}

function isWithin(at: string, now: number, days: number): boolean {
  const time = Date.parse(at);
  return Number.isFinite(time) && now - time <= days * DAY && time <= now + DAY;
}

/** "5 weeks ago". */
function ago(at: string, now: number): string {
  const days = Math.max(0, Math.round((now - Date.parse(at)) / DAY));
  if (days === 0) return 'today';
  if (days < 14) return `${days} ${days === 1 ? 'day' : 'days'} ago`;
  return days < 75 ? `${Math.round(days / 7)} weeks ago` : `${Math.round(days / 30.4)} months ago`;
}
