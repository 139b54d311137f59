import {
  closingPoints,
  closingWords,
  conditionWords,
  dueDates,
  findingAccounts,
  minutesOf,
  pauseOf,
  repairAccount,
  signaturesOf,
  SIGNER_WORDS,
  standingOf,
  timeWords,
  verdictWord,
  visitAccount,
  workCounts,
  workWords,
  type FindingAccount,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';
import type { PinnedDocuments } from '@juxtameter/contract';
import { classWords } from '../visit/step/conclusion-step';
import { shownPhotos } from '../photos/shown-photos';
import type { LogRow } from '../visit/view/log-row';
import { logRows } from '../visit/view/log-rows';
import { list, part, type Block, type Paper, type PaperKind, type PaperPhoto, type PaperReading } from './paper';

/** A visit as its papers take it. */
export interface PaperVisit {
  readonly pinned: PinnedDocuments;
  readonly context: VisitContext;
  readonly state: VisitState;
  /** Name of its files without their kind: "mist-line-1-2026-11-18". */
  readonly baseName: string;
}

const TITLES: Readonly<Record<PaperKind, string>> = {
  customer: 'What was found and done',
  evidence: 'Evidence for supplier and warranty',
  'hand-over': 'Hand-over',
};

const DISCLAIMER =
  'A decision aid for qualified people. Local codes, lock-out rules and licensed practice come first. What was taken back stays in the record.';

/** Writes a paper of a visit: what is on it, in words; how it is set on pages is another's work. */
export function writePaper(kind: PaperKind, visit: PaperVisit): Paper {
  const { pinned, state, baseName } = visit;
  const { unit, site } = pinned;
  const blocks = { customer: forCustomer, evidence: forSupplier, 'hand-over': forColleague }[kind](visit);
  return {
    title: TITLES[kind],
    subtitle: [unit.name, pinned.unitModel.name, site.name, unit.serial && `serial ${unit.serial}`]
      .filter(Boolean)
      .join(' · '),
    foot: [unit.name, timesOf(state)].filter(Boolean).join(' · '),
    fileName: `${baseName}-${kind}.pdf`,
    blocks: [...heading(visit), ...blocks, { is: 'text', text: DISCLAIMER, isSoft: true }],
  };
}

function heading({ pinned, context, state }: PaperVisit): readonly Block[] {
  const account = visitAccount(context, state);
  const by = [...new Set(state.trail.map(({ event }) => event.by))].filter((name) => name !== '').join(', ');
  const meter = state.meter === undefined ? undefined : context.meters[state.meter];
  return [
    {
      is: 'facts',
      facts: [
        ['Site', [pinned.site.name, pinned.site.address, pinned.unit.location].filter(Boolean).join(', ')],
        ['Time', timesOf(state)],
        ['Technician', by || 'not named'],
        ['Meter', meter ? `${meter.name}, ${meter.category}` : 'not named'],
        ['Complaint', account.complaint === '' ? 'none noted' : `“${account.complaint}”`],
      ],
    },
    ...account.repair.temporaries.map((words): Block => ({ is: 'caution', text: `Temporary, ${words}` })),
    ...account.alterations.map((words): Block => ({ is: 'caution', text: `Not as it was built: ${words}` })),
  ];
}

/** Found, shown by what, done, seen afterwards, left: in words anybody understands. */
function forCustomer(visit: PaperVisit): readonly Block[] {
  const { context, state } = visit;
  const repair = repairAccount(context, state);
  const accounts = findingAccounts(context, state);
  const followUps = openFollowUps(state);
  return [
    ...part(
      'What was found',
      list(accounts.map(({ finding, grade }) => `${finding.text} ${PLAIN_GRADES[grade]}`)),
      list(repair.causes),
      ...(accounts.length === 0 ? [{ is: 'text', text: 'Nothing is named yet.' } as const] : []),
    ),
    ...part('What shows it', { is: 'readings', readings: readingsBehind(visit, accounts) }),
    ...part('What was done', list(repair.work.map(({ text, words, reason }) => `${text}: ${words} (${reason})`)), {
      is: 'text',
      text: repair.time === '' ? '' : `Time: ${repair.time}`,
    }),
    ...part(
      `What shows that it holds: ${repair.ending}`,
      list(
        repair.checks.map(({ words, stateWords, before, now }) =>
          [`${words}: ${stateWords}`, before && `before ${before}, now ${now ?? 'not read'}`]
            .filter(Boolean)
            .join('; '),
        ),
      ),
    ),
    ...part(
      'What remains',
      list(closingPoints(context, state).map(({ words }) => words)),
      list(followUps),
      list(repair.told.map((told) => `Told ${told}`)),
      list(repair.departure.map((left) => `As it was left: ${left}`)),
      { is: 'text', text: closingWords(state) },
    ),
    ...part('Photos', { is: 'photos', photos: photosFor(visit) }),
    ...signed(state),
  ];
}

/** How far something is shown, for whoever does not measure. */
const PLAIN_GRADES: Readonly<Record<FindingAccount['grade'], string>> = {
  proved: '(measured and proven)',
  likely: '(measured)',
  'by elimination': '(everything else was excluded)',
  'by observation': '(seen, not measured)',
  'by code': '(reported by the machine itself, not measured)',
  'by report': '(reported by somebody else)',
  'not isolated': '(one of several possibilities)',
};

/** The part, its numbers, and the whole chain of readings with what they were read under. */
function forSupplier(visit: PaperVisit): readonly Block[] {
  const { context, state } = visit;
  const accounts = findingAccounts(context, state);
  const parts = standingOf(state, 'part-fitted').map((fitted): readonly [string, string] => [
    context.model.devices.find(({ id }) => id === fitted.part)?.name ?? fitted.part,
    [
      fitted.number && `number ${fitted.number}`,
      fitted.serial && `serial ${fitted.serial}`,
      fitted.state === 'unknown' ? undefined : fitted.state,
      timeWords(fitted, 'day and time'),
      fitted.why,
    ]
      .filter(Boolean)
      .join(', '),
  ]);
  const account = visitAccount(context, state);
  return [
    ...part(
      'What failed',
      list(
        accounts.map(({ finding, accused, gradeWords }) =>
          [accused || classWords(finding.class), finding.text, gradeWords].join(': '),
        ),
      ),
      list(repairAccount(context, state).causes),
    ),
    ...part('Parts fitted', { is: 'facts', facts: parts }),
    ...part('Parts offered and tested', list(account.repair.parts)),
    ...part(
      'Numbers read at the unit',
      list([
        ...standingOf(state, 'board-identified').map(({ board, number }) => `${board}: ${number}`),
        ...standingOf(state, 'setting-read').map(({ setting, value }) => `${setting}: ${value}`),
        ...standingOf(state, 'code-read').map(({ code }) => `code ${code}`),
      ]),
    ),
    ...part('Every reading, in order', {
      is: 'readings',
      readings: readingRows(visit).map((row) => withConditions(visit, row)),
    }),
    ...part('Not proven', list(account.openPoints)),
    ...part('Photos', { is: 'photos', photos: photosFor(visit) }),
    ...signed(state),
  ];
}

/** Where it stands, what is apart, what is bypassed, what to do next. */
function forColleague(visit: PaperVisit): readonly Block[] {
  const { context, state } = visit;
  const account = visitAccount(context, state);
  const pause = pauseOf(state);
  return [
    ...part(
      'Where it stands',
      {
        is: 'text',
        text: pause ? `Waits for: ${pause.reason}${pause.until === undefined ? '' : `, until ${pause.until}`}` : '',
        isStrong: true,
      },
      { is: 'text', text: account.standsAt ?? '', isStrong: true },
      { is: 'text', text: `The machine: ${conditionWords(context.model, state.conditions)}.` },
      {
        is: 'text',
        text: 'What this paper says of supplies was so when it was made. Prove dead again before hands go in.',
      },
    ),
    ...part('Parts', list(account.repair.parts)),
    ...part('Wires', list(account.repair.wires)),
    ...part('Found so far', list(account.findings.map(({ text, gradeWords }) => `${text} (${gradeWords})`))),
    ...part(
      'To do next',
      list(closingPoints(context, state).map(({ words }) => words)),
      list(openFollowUps(state)),
      list(dueDates(context, state).map(({ day, words, reason }) => [day, words, reason].filter(Boolean).join(', '))),
    ),
    ...part('Left open on the way', list(account.openPoints)),
    ...part('Bear in mind', list(account.traps.map(({ name, words }) => `${name}. ${words}`))),
    ...part(
      'Danger',
      list(
        standingOf(state, 'hazard-noted').map(({ kind, where, note }) =>
          [kind, where, note].filter(Boolean).join(', '),
        ),
      ),
    ),
    ...part('Read so far', { is: 'readings', readings: readingRows(visit).map((row) => toReading(row)) }),
    ...part('Notes', list(standingOf(state, 'note-added').map(({ text }) => text))),
    ...part('Work', { is: 'text', text: workWords(workCounts(state), minutesOf(state)) }),
    ...part('Photos', { is: 'photos', photos: photosFor(visit) }),
  ];
}

function openFollowUps(state: VisitState): readonly string[] {
  const done = new Set(standingOf(state, 'follow-up-done').map(({ followUp }) => followUp));
  return standingOf(state, 'follow-up-noted')
    .filter(({ id }) => !done.has(id))
    .map(({ text, due }) => (due === undefined ? text : `${text}, until ${due}`));
}

function signed(state: VisitState): readonly Block[] {
  return signaturesOf(state).map(({ signed: { signer, name, strokes, ...event }, since }): Block => ({
    is: 'signature',
    who: `${name}, ${SIGNER_WORDS[signer]}`,
    when: `${timeWords(event, 'day and time')}${since === 0 ? '' : `; ${since === 1 ? 'one entry was' : `${since} entries were`} logged after it`}`,
    strokes,
  }));
}

function timesOf({ trail }: VisitState): string {
  const [first, last] = [trail[0]?.event, trail.at(-1)?.event];
  return first && last ? `${timeWords(first, 'day and time')} to ${timeWords(last, 'day and time')}` : '';
}

function readingRows({ context, state }: PaperVisit): readonly LogRow[] {
  return logRows(context, state).filter(({ kind }) => kind === 'reading' || kind === 'proof');
}

/** The readings that speak for what was found, once each, in the order of the log. */
function readingsBehind(visit: PaperVisit, accounts: readonly FindingAccount[]): readonly PaperReading[] {
  const ids = new Set(
    accounts.flatMap(({ evidence }) =>
      [...evidence.implicates, ...evidence.clearsOthers].map(({ line }) => line.event.id),
    ),
  );
  return readingRows(visit)
    .filter(({ id, isRetracted }) => ids.has(id) && !isRetracted)
    .map((row) => ({ ...toReading(row), more: [] }));
}

function toReading(row: LogRow): PaperReading {
  const { title, value, verdict, comparison, isRetracted, more } = row;
  return {
    at: timeWords(row, 'time'),
    title,
    value,
    word: isRetracted ? 'taken back' : verdict ? verdictWord(verdict) : '',
    ...(verdict && !isRetracted ? { verdict } : {}),
    ...(comparison ? { bar: comparison } : {}),
    more,
  };
}

/** With what it was read under, where the log does not say it, and the whole time: who checks it has not been there. */
function withConditions({ context, state }: PaperVisit, row: LogRow): PaperReading {
  const line = state.trail.find(({ event }) => event.id === row.id);
  const under = line ? conditionWords(context.model, line.conditions) : '';
  const isSaid = under === '' || row.more.some((words) => words.includes(under));
  return { ...toReading(row), at: timeWords(row, 'day and time'), more: isSaid ? row.more : [...row.more, under] };
}

function photosFor({ context, state }: PaperVisit): readonly PaperPhoto[] {
  return shownPhotos(context, state).map(({ taken, number, words, picture }) => ({
    ...picture,
    caption: `${number}: ${words}. ${timeWords(taken, 'day and time')}`,
  }));
}
