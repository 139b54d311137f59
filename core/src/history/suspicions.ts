import { hasRunOut, leftRunning } from './left-running';
import { weatherKinds } from './weather-kinds';
import type { FittedPart, PastVisit } from './past-visit';

export const SUSPICION_KINDS = [
  'temporary',
  'left-altered',
  'left-open',
  'new-board',
  'same-part',
  'fleet',
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
  /** The days it rests on, the oldest first. */
  readonly cases: readonly string[];
}

/** A suspicion with the moments it rests on, before they are made days. */
type Found = Omit<Suspicion, 'cases'> & { readonly at: readonly string[] };

/** What is known of the visit at hand. */
export interface Present {
  /** Milliseconds since 1970. */
  readonly now: number;
  /** The day by the clock on the wall, as 2026-12-01; that of UTC where it is missing. */
  readonly today?: string;
  readonly visit?: PastVisit;
  /** Other units of the same kind at the same site. */
  readonly sisters?: readonly Sister[];
}

/** A unit of the same kind at the same site. */
export interface Sister {
  readonly name: string;
  readonly past: readonly PastVisit[];
  readonly parts: readonly FittedPart[];
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
  { now, today = new Date(now).toISOString().slice(0, 10), visit, sisters = [] }: Present,
): readonly Suspicion[] {
  const earlier = past.filter(({ id, openedAt }) => id !== visit?.id && isWithin(openedAt, now, REPEAT_DAYS));
  const all = visit ? [...earlier, visit] : earlier;
  const fitted = [...parts, ...past.flatMap((each) => each.fitted)].filter(({ at }) => isWithin(at, now, REPEAT_DAYS));
  const found = [
    ...temporaries(past, visit, today),
    ...leftAltered(past, visit),
    ...leftOpen(past, visit, now),
    ...newBoards(fitted, now),
    ...repeatedParts(fitted, all, now),
    ...acrossTheFleet(fitted, all, sisters, now),
    ...repeatedCodes(all),
    ...neverRight(all),
    ...repeatedWeather(earlier, visit),
    ...recentWork(fitted, now),
    ...openFollowUps(past, visit, today),
  ];
  return found
    .sort((a, b) => SUSPICION_KINDS.indexOf(a.kind) - SUSPICION_KINDS.indexOf(b.kind))
    .map(({ at, ...each }) => ({ ...each, cases: [...new Set(at.map((moment) => moment.slice(0, 10)))].sort() }));
}

/** What earlier visits left as it was not built; of visits that go on still, as it stands now. */
function leftAltered(past: readonly PastVisit[], visit: PastVisit | undefined): Found[] {
  return past
    .map((each) => ({ ...each, left: each.left.filter(({ temporary }) => temporary === undefined) }))
    .filter(({ id, left }) => id !== visit?.id && left.length > 0)
    .map(({ id, openedAt, left, leftBecause }) => {
      const all = left.map(({ words, takesAway }) =>
        takesAway === undefined ? words : `${words} (without ${takesAway})`,
      );
      return {
        kind: 'left-altered',
        words: `Left so by an earlier visit: ${all.join('; ')}.${leftBecause === undefined ? '' : ` The reason: ${leftBecause}.`}`,
        advice: 'Find it before anything is switched on.',
        visits: [id],
        at: [openedAt],
      };
    });
}

/** Points that are told of one visit; the rest is in its report. */
const MOST_TOLD = 4;

/** What the last visit that was closed left open: a repair nobody saw to hold, a cause nobody looked for. */
function leftOpen(past: readonly PastVisit[], visit: PastVisit | undefined, now: number): Found[] {
  const [last] = past
    .filter(({ id, closed, openedAt }) => closed && id !== visit?.id && isWithin(openedAt, now, REPEAT_DAYS))
    .sort((a, b) => b.openedAt.localeCompare(a.openedAt));
  const { open = [], openBecause = '' } = last ?? {};
  if (!last || open.length === 0) return [];
  const more = open.length > MOST_TOLD ? `; and ${open.length - MOST_TOLD} more` : '';
  const because = openBecause === '' ? '' : ` The reason: ${openBecause}.`;
  return [
    {
      kind: 'left-open',
      words: `Left open by the last visit, ${ago(last.openedAt, now)}: ${open.slice(0, MOST_TOLD).join('; ')}${more}.${because}`,
      advice: 'See whether the repair holds before anything new is suspected.',
      visits: [last.id],
      at: [last.openedAt],
    },
  ];
}

/** Two boards of one kind say that something kills them; two different ones once each say nothing. */
function newBoards(fitted: readonly FittedPart[], now: number): Found[] {
  const boards = fitted.filter(({ isBoard }) => isBoard);
  const byPart = new Map<string, FittedPart[]>();
  for (const each of boards) byPart.set(each.part, [...(byPart.get(each.part) ?? []), each]);
  return [...byPart.values()].flatMap((same): Found[] => {
    const [newest] = [...same].sort((a, b) => b.at.localeCompare(a.at));
    if (!newest) return [];
    const times = same.length === 1 ? 'A new board went in' : `${same.length} boards went in within a year, the last`;
    return [
      {
        kind: 'new-board',
        words: `${times} ${ago(newest.at, now)}: ${newest.name}.`,
        advice:
          same.length > 1
            ? 'The fault is likely outside the board: find what kills it.'
            : 'Check its settings and wires against the old one, and what else was on that board.',
        visits: same.flatMap(({ visit }) => visit ?? []),
        at: same.map(({ at }) => at),
      },
    ];
  });
}

/** A part was found guilty, or put in. */
interface PartTurn {
  readonly kind: 'found' | 'fitted';
  readonly name: string;
  readonly at: string;
  readonly visit?: string;
}

/** Findings that name no part that has failed. */
const NO_FAILURE: ReadonlySet<string> = new Set(['none', 'open']);

/**
 * The same part failing again. What was found guilty on one visit and put in on a later one has failed once; found guilty
 * on visit after visit, or put in again, is a repeat.
 */
function repeatedParts(fitted: readonly FittedPart[], all: readonly PastVisit[], now: number): Found[] {
  return partTurns(fitted, all).flatMap(({ name, turns, failures }): Found[] => {
    if (failures.length < 2) return [];
    const last = failures.at(-1)?.at ?? '';
    const renewals = turns.filter(({ kind }) => kind === 'fitted').length;
    return [
      {
        kind: 'same-part',
        words: `${name} failed ${failures.length} times within a year, the last ${ago(last, now)}.`,
        advice:
          renewals > 1
            ? 'A second new part with the same fault: look for the cause outside it.'
            : 'It was found again and again: look for the cause outside it.',
        visits: [...new Set(turns.flatMap(({ visit }) => visit ?? []))],
        at: failures.map(({ at }) => at),
      },
    ];
  });
}

/** So many failures of one part, on more than one unit of a kind, are no bad luck of one unit; common practice, no source. */
const FLEET_FAILURES = 3;

/** The same part failing on several units of a kind at one site. */
function acrossTheFleet(
  fitted: readonly FittedPart[],
  all: readonly PastVisit[],
  sisters: readonly Sister[],
  now: number,
): Found[] {
  const isRecent = ({ at }: { readonly at: string }): boolean => isWithin(at, now, REPEAT_DAYS);
  const units = [
    { name: 'this one', parts: partTurns(fitted, all) },
    ...sisters.map(({ name, past, parts }) => ({
      name,
      parts: partTurns(
        [...parts, ...past.flatMap((each) => each.fitted)].filter(isRecent),
        past.filter(({ openedAt }) => isRecent({ at: openedAt })),
      ),
    })),
  ];
  const ids = new Set(units.flatMap(({ parts }) => parts.map(({ part }) => part)));
  return [...ids].flatMap((id): Found[] => {
    const failing = units.flatMap(({ name, parts }) => {
      const found = parts.find(({ part, failures }) => part === id && failures.length > 0);
      return found ? [{ unit: name, name: found.name, failures: found.failures }] : [];
    });
    const failures = failing.flatMap((each) => each.failures);
    if (failing.length < 2 || failures.length < FLEET_FAILURES) return [];
    return [
      {
        kind: 'fleet',
        words: `${failing[0]?.name ?? id} failed ${failures.length} times on ${failing.length} units of this kind here: ${failing.map(({ unit }) => unit).join(', ')}.`,
        advice: 'Look for what they share: water, supply, heat, a batch, how they are used.',
        visits: [],
        at: failures.map(({ at }) => at),
      },
    ];
  });
}

/** What happened to each part of a unit, in order, and the failures in it. */
function partTurns(
  fitted: readonly FittedPart[],
  all: readonly PastVisit[],
): readonly {
  readonly part: string;
  readonly name: string;
  readonly turns: readonly PartTurn[];
  readonly failures: readonly PartTurn[];
}[] {
  const byPart = new Map<string, PartTurn[]>();
  const add = (part: string, turn: PartTurn): void => {
    byPart.set(part, [...(byPart.get(part) ?? []), turn]);
  };
  for (const { part, name, at, visit, isBoard } of fitted)
    if (!isBoard) add(part, { kind: 'fitted', name, at, ...(visit === undefined ? {} : { visit }) });
  for (const { id, openedAt, findings } of all)
    for (const { class: suspect, item, itemName, part = item, partName = itemName } of findings)
      if (part !== undefined && !NO_FAILURE.has(suspect))
        add(part, { kind: 'found', name: partName ?? part, at: openedAt, visit: id });
  return [...byPart].map(([part, each]) => {
    const turns = [...each].sort((a, b) => a.at.localeCompare(b.at));
    return { part, name: turns[0]?.name ?? part, turns, failures: failuresOf(turns) };
  });
}

/** Somebody who comes back within so many days comes back for the same failure; common practice, no source. */
const RETURN_DAYS = 14;

/**
 * The turns that begin a failure: found guilty, unless it was so a few days ago and not renewed since, or put in without
 * having been found before.
 */
function failuresOf(turns: readonly PartTurn[]): readonly PartTurn[] {
  return turns.filter((turn, index) => {
    const before = turns[index - 1];
    if (!before) return true;
    if (turn.visit !== undefined && turn.visit === before.visit) return false;
    if (before.kind === 'fitted') return true;
    return turn.kind === 'found' && Date.parse(turn.at) - Date.parse(before.at) > RETURN_DAYS * DAY;
  });
}

function repeatedCodes(all: readonly PastVisit[]): Found[] {
  const seen = new Map<string, { meaning?: string; visits: Map<string, string> }>();
  for (const { id, openedAt, codes } of all) {
    for (const { code, meaning, isDismissed, isNormal } of codes) {
      // What is as it should be, or was set aside with a reason, is no repeat.
      if (isDismissed || isNormal) continue;
      const known = seen.get(code) ?? { ...(meaning === undefined ? {} : { meaning }), visits: new Map() };
      known.visits.set(id, openedAt);
      seen.set(code, known);
    }
  }
  return [...seen]
    .filter(([, { visits }]) => visits.size > 1)
    .map(([code, { meaning, visits }]) => ({
      kind: 'same-code',
      words: `Code ${code}${meaning === undefined ? '' : ` (${meaning})`} on ${visits.size} visits within a year.`,
      advice: 'What was done against it did not hold, or the code is the effect of something else.',
      visits: [...visits.keys()],
      at: [...visits.values()],
    }));
}

function neverRight(all: readonly PastVisit[]): Found[] {
  return all.flatMap(({ id, openedAt, priorWork }) =>
    priorWork
      .filter(({ result }) => result === 'never-right' || result === 'not-cured')
      .map(({ text, who, parts = [], complaintBefore }): Found => {
        const what = parts.length > 0 ? parts.join(', ') : text;
        return {
          kind: 'never-right',
          words: `Not right since earlier work${who === undefined ? '' : ` by ${who}`}: ${what}.`,
          advice:
            complaintBefore === undefined
              ? 'Ask what the complaint was before that work, and inspect that work first.'
              : `Before it the complaint was “${complaintBefore}”. Inspect that work first.`,
          visits: [id],
          at: [openedAt],
        };
      }),
  );
}

function repeatedWeather(earlier: readonly PastVisit[], visit: PastVisit | undefined): Found[] {
  const kindsOf = ({ weather, complaints }: PastVisit): ReadonlySet<string> =>
    weatherKinds([...weather.map(({ text }) => text), ...complaints.map(({ text }) => text)], weather);
  const counts = new Map<string, Map<string, string>>();
  for (const each of visit ? [...earlier, visit] : earlier)
    for (const kind of kindsOf(each)) counts.set(kind, (counts.get(kind) ?? new Map()).set(each.id, each.openedAt));
  const now = visit ? kindsOf(visit) : undefined;
  return [...counts]
    .filter(([kind, visits]) => visits.size > 1 && (now === undefined || now.size === 0 || now.has(kind)))
    .map(([kind, visits]) => ({
      kind: 'same-weather',
      words: `${visits.size} visits in the same weather: ${kind}.`,
      advice: 'Look for what this weather changes: water, temperature, pressure, draught.',
      visits: [...visits.keys()],
      at: [...visits.values()],
    }));
}

function recentWork(fitted: readonly FittedPart[], now: number): Found[] {
  const recent = fitted.filter(({ at, isBoard }) => !isBoard && isWithin(at, now, RECENT_DAYS));
  if (recent.length === 0) return [];
  const names = [...new Set(recent.map(({ name }) => name))];
  return [
    {
      kind: 'recent-work',
      words: `Fitted in the last three months: ${names.join(', ')}.`,
      advice: 'Work is the newest thing on this unit: look at it early.',
      visits: recent.flatMap(({ visit }) => visit ?? []),
      at: recent.map(({ at }) => at),
    },
  ];
}

/** What runs on a repair that is not to last; one that has run out first. */
function temporaries(past: readonly PastVisit[], visit: PastVisit | undefined, today: string): Found[] {
  return leftRunning(past, visit).temporaries.map((temporary) => {
    const { text, until, lacks, watch, visit: from } = temporary;
    const isOver = hasRunOut(temporary, today);
    return {
      kind: 'temporary',
      words: `${isOver ? 'A temporary repair has run out' : 'A temporary repair is in'}, until ${until}: ${text}.${lacks === undefined ? '' : ` Without ${lacks}.`}`,
      advice: `${watch === undefined ? '' : `To be watched: ${watch}. `}${isOver ? 'Take it out, or say anew until when and who accepts it.' : 'Count with it in whatever is read.'}`,
      visits: [from],
      at: openedAt(past, from),
    };
  });
}

function openFollowUps(past: readonly PastVisit[], visit: PastVisit | undefined, today: string): Found[] {
  return leftRunning(past, visit).followUps.map(({ text, due, visit: noted }) => ({
    kind: 'follow-up',
    words: `Open from an earlier visit: ${text}${due === undefined ? '' : `, due ${due}`}.`,
    advice: due !== undefined && due < today ? 'It is overdue.' : 'Tick it off when it is done.',
    visits: [noted],
    at: openedAt(past, noted),
  }));
}

function openedAt(past: readonly PastVisit[], visit: string): readonly string[] {
  return past.flatMap(({ id, openedAt: at }) => (id === visit ? [at] : []));
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
