import { formatReading } from '../quantity';
import {
  ENDING_WORDS,
  endingOf,
  notedTime,
  notedTimeWords,
  partsOf,
  verificationOf,
  workOf,
  type Check,
  type OfferedPart,
  type PartStage,
  type Work,
} from '../repair';
import {
  ARRIVAL_WORDS,
  CHECK_RESULT_WORDS,
  eventWords,
  PART_PROVENANCE_WORDS,
  partName,
  runningTemporaries,
  standingOf,
  transfersOf,
  timeWords,
  WORK_REASON_WORDS,
  type EventOf,
  type Transfer,
  type VisitContext,
  type VisitState,
} from '../visit';

/** A piece of work in words. */
export interface ToldWork {
  readonly text: string;
  /** Diagnosed, a precaution, or the customer's wish. */
  readonly reason: string;
  readonly state: Work['state'];
  /** "done, 22 min, hatch frozen shut". */
  readonly words: string;
}

/** A check of the repair in words. */
export interface ToldCheck {
  readonly id: string;
  readonly words: string;
  readonly state: Check['state'];
  /** "not seen", "passed". */
  readonly stateWords: string;
  /** Who, when, what was seen; empty where it is open. */
  readonly answered: string;
  readonly doubts: readonly string[];
  /** What it read when it was wrong, and what it reads since; null where it is not measured, or not yet. */
  readonly before: string | null;
  readonly now: string | null;
}

/** The second half of a visit in words. */
export interface RepairAccount {
  /** How the visit ends as things stand: "repaired, not verified". */
  readonly ending: string;
  readonly causes: readonly string[];
  readonly work: readonly ToldWork[];
  readonly checks: readonly ToldCheck[];
  /** Who was told what. */
  readonly told: readonly string[];
  /** Every part that was offered, with what became of it: "PC-24-B for Contactor K1: dead on arrival; coil: ...". */
  readonly parts: readonly string[];
  /** Wires that were moved, by part. */
  readonly wires: readonly string[];
  /** What runs on a repair that is not to last. */
  readonly temporaries: readonly string[];
  /** How the settings stand, and what was left in the unit. */
  readonly departure: readonly string[];
  /** "95 min work, 40 min waiting"; empty where nothing was noted. */
  readonly time: string;
}

/** What was done about what was found, and what shows that it holds. */
export function repairAccount(context: VisitContext, state: VisitState): RepairAccount {
  return {
    ending: ENDING_WORDS[endingOf(context, state)],
    causes: standingOf(state, 'cause-noted').map(({ cause }) =>
      cause === undefined ? 'Why it failed is not known.' : `Why it failed: ${cause}.`,
    ),
    work: workOf(state).map(toldWork),
    checks: verificationOf(context, state).map(toldCheck),
    told: standingOf(state, 'person-told').map(({ whom, what }) => `${whom}: ${what}`),
    parts: partsOf(context, state).map((part) => toldPart(context, part)),
    wires: transfersOf(context, state).map(toldTransfer),
    temporaries: runningTemporaries(state).map(toldTemporary),
    departure: state.trail.flatMap((line) =>
      line.event.type === 'departure-noted' && line.standing !== 'retracted'
        ? [eventWords(context, state, line).detail ?? '']
        : [],
    ),
    time: notedTimeWords(notedTime(state)),
  };
}

const STAGE_WORDS: Readonly<Record<PartStage, string>> = {
  offered: 'not ordered',
  ordered: 'on its way',
  here: 'here',
  good: 'tested, not in',
  dead: 'dead on arrival',
  fitted: 'in',
};

function toldPart({ model }: VisitContext, { offered, stage, arrived, tests, ordered }: OfferedPart): string {
  const facts = [
    STAGE_WORDS[stage],
    PART_PROVENANCE_WORDS[offered.state],
    offered.source,
    offered.price,
    stage === 'ordered' && ordered?.due !== undefined ? `due ${ordered.due}` : '',
    arrived ? ARRIVAL_WORDS[arrived.condition] : '',
    arrived?.serial === undefined ? '' : `serial ${arrived.serial}`,
    ...tests.map(({ words }) => words),
  ];
  return `${offered.number} for ${partName(model, offered.part)}: ${facts.filter(Boolean).join('; ')}`;
}

function toldTransfer({ name, places, checked }: Transfer): string {
  const off = places.filter(({ state }) => state === 'off').map(({ words }) => words);
  const moved = places.filter(({ state }) => state === 'on').length;
  return [
    `${name}: ${moved} of ${places.length} moved`,
    off.length > 0 ? `off: ${off.join('; ')}` : '',
    checked ? 'held against the list once more' : moved > 0 ? 'not held against the list' : '',
  ]
    .filter(Boolean)
    .join(', ');
}

function toldTemporary({ text, until, lacks, watch, told, acceptedBy }: EventOf<'temporary-made'>): string {
  return [
    `until ${until}: ${text}`,
    lacks === undefined ? '' : `without ${lacks}`,
    watch === undefined ? '' : `to be watched: ${watch}`,
    told === undefined ? 'nobody was told' : `told: ${told}`,
    acceptedBy === undefined ? 'nobody accepted it' : `accepted by ${acceptedBy}`,
  ]
    .filter(Boolean)
    .join('; ');
}

function toldWork({ planned, state, dropped, minutes, snags }: Work): ToldWork {
  const done = { done: 'done', open: 'not done', dropped: `not done, ${dropped?.reason ?? ''}` }[state];
  return {
    text: planned.text,
    reason: WORK_REASON_WORDS[planned.reason],
    state,
    words: [done, minutes > 0 ? `${minutes} min` : '', ...snags].filter(Boolean).join(', '),
  };
}

function toldCheck({ id, words, state, doubts, answer, before, after }: Check): ToldCheck {
  const event = answer?.line.event;
  return {
    id,
    words,
    state,
    stateWords: state === 'open' ? 'not seen' : CHECK_RESULT_WORDS[state],
    answered:
      !answer || !event || state === 'open'
        ? ''
        : [event.by, timeWords(event, 'day and time'), answer.reason, answer.due].filter(Boolean).join(' · '),
    doubts,
    before: before ? shown(before) : null,
    now: after ? shown(after) : null,
  };
}

function shown({ reading, text }: EventOf<'reading-taken'>): string {
  return reading ? formatReading(reading) : text;
}
