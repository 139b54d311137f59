import {
  minutesOf,
  timeWords,
  visitAccount,
  workWords,
  type RepairAccount,
  type ToldFinding,
  type ToldPhoto,
  type ToldReading,
} from '@juxtameter/core';
import type { Console } from './console';
import { readRecord, type ReadRecord, type RecordOptions } from './read-record';
import { printProblems } from './replay-command';

/** `report`: a record as plain text. Returns 1 where a line of it was not taken. */
export function reportCommand(visit: string | undefined, options: RecordOptions, console: Console): number {
  const record = readRecord(visit, options, console);
  console.print(reportText(record));
  printProblems(record, visit ?? options.readings ?? '', console);
  return record.problems.length > 0 ? 1 : 0;
}

function reportText(record: ReadRecord): string {
  const { context, state } = record;
  const account = visitAccount(context, state);
  return [
    ...heading(record),
    `Complaint: ${account.complaint || 'none noted'}`,
    `Work: ${workWords(account.counts, record.walk?.hasTimes === false ? undefined : minutesOf(state))}`,
    `Status: ${[account.closed ? 'closed' : 'open', account.left].filter(Boolean).join('. ')}`,
    ...section('Not as it was built', account.alterations),
    ...section('Finding', account.findings.length === 0 ? ['none yet'] : account.findings.flatMap(findingLines)),
    ...repairSections(account.repair),
    ...section('Photos', account.photos.map(photoLine)),
    ...section('Left open', account.openPoints),
    ...section(
      'Bear in mind',
      account.traps.map(({ name, words, settledBy }) =>
        [`${name}. ${words}`, settledBy && `Settled by: ${settledBy}.`].filter(Boolean).join(' '),
      ),
    ),
    ...section('Readings', account.readings.map(readingLine)),
    '',
    'A decision aid for qualified people. Local codes, lock-out rules and licensed practice come first.',
  ].join('\n');
}

function heading({ context, state, visit }: ReadRecord): readonly string[] {
  const first = state.trail[0]?.event;
  const last = state.trail.at(-1)?.event;
  const names = visit ? [visit.pinned.unit.name, visit.pinned.site.name] : [];
  const times =
    visit && first && last ? [`${timeWords(first, 'day and time')} to ${timeWords(last, 'day and time')}`] : [];
  return [[...names, context.model.name].join(' · '), ...times];
}

function section(title: string, lines: readonly string[]): readonly string[] {
  return lines.length === 0 ? [] : ['', title, ...lines.map((line) => `  ${line}`)];
}

function repairSections(repair: RepairAccount): readonly string[] {
  const { ending, causes, work, checks, told, parts, wires, temporaries, departure, time } = repair;
  return [
    ...section('Temporary', temporaries),
    ...section('Repair', [...causes, ...work.map(({ text, reason, words }) => `${text}: ${words} (${reason})`)]),
    ...section(
      `Proof of the repair: ${ending}`,
      checks.flatMap(({ words, stateWords, answered, doubts, before, now }) => [
        [`${words}: ${stateWords}`, before && `before ${before}, now ${now ?? 'not read'}`, answered]
          .filter(Boolean)
          .join(' · '),
        ...doubts.map((doubt) => `  ${doubt}`),
      ]),
    ),
    ...section('Parts', parts),
    ...section('Wires', wires),
    ...section('Told', told),
    ...section('As it was left', departure),
    ...section('Time', time === '' ? [] : [time]),
  ];
}

function photoLine({ number, words, at, marks }: ToldPhoto): string {
  return [`${number}: ${words}, ${at}`, ...marks.filter((mark) => mark !== '')].join(' · ');
}

function findingLines({ accused, text, gradeWords, evidence, traps }: ToldFinding): readonly string[] {
  const { pointsAtIt, speaksAgainstIt, clearsOthers, notProven } = evidence;
  const rows = (title: string, list: typeof pointsAtIt): readonly string[] =>
    list.map(({ title: what, value, elements }) => {
      const about = elements.length === 0 ? '' : ` (${elements.join(', ')})`;
      return `  ${title}: ${[what, value].filter(Boolean).join(': ')}${about}`;
    });
  return [
    `${text} [${[accused, gradeWords].filter(Boolean).join(', ')}]`,
    ...rows('points at it', pointsAtIt),
    ...rows('speaks against it', speaksAgainstIt),
    ...rows('clears others', clearsOthers),
    ...notProven.map((words) => `  not proven: ${words}`),
    ...traps.map(({ name }) => `  mind: ${name}`),
  ];
}

function readingLine({ title, part, reading, verdict, grade, conditions, isTakenBack }: ToldReading): string {
  const known = grade === 'measured' ? '' : `, ${grade}`;
  const under = conditions === '' ? '' : ` (${conditions})`;
  return `${part === null ? title : `${title}, ${part}`}: ${reading}, ${verdict}${known}${under}${isTakenBack ? ', taken back' : ''}`;
}
