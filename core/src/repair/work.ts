import { elementName, isKnownElement, type SuspectClass } from '../unit-model';
import {
  FINDING_GRADE_WORDS,
  standingOf,
  WORK_REASON_WORDS,
  type EventBody,
  type EventOf,
  type FindingGrade,
  type PartProvenance,
  type VisitContext,
  type VisitState,
  type WorkKind,
  type WorkPlanned,
} from '../visit';

/** A planned piece of work as it stands. */
export interface Work {
  readonly planned: EventOf<'work-planned'>;
  readonly state: 'open' | 'done' | 'dropped';
  /** What carried it out, the oldest first: it may take more than one go. */
  readonly done: readonly (EventOf<'repair-done'> | EventOf<'part-fitted'>)[];
  readonly dropped?: EventOf<'work-dropped'>;
  /** Minutes that were noted. */
  readonly minutes: number;
  readonly snags: readonly string[];
}

/** Everything that was planned, in the order it was. What was carried out after all is not dropped. */
export function workOf(state: VisitState): readonly Work[] {
  const carried = [...standingOf(state, 'repair-done'), ...standingOf(state, 'part-fitted')];
  return standingOf(state, 'work-planned').map((planned) => {
    const done = carried.filter(({ work }) => work === planned.id);
    const dropped = standingOf(state, 'work-dropped').findLast(({ work }) => work === planned.id);
    return {
      planned,
      state: done.length > 0 ? 'done' : dropped ? 'dropped' : 'open',
      done,
      ...(dropped ? { dropped } : {}),
      minutes: done.reduce((sum, { minutes = 0 }) => sum + minutes, 0),
      snags: done.flatMap(({ snag }) => snag ?? []),
    };
  });
}

/** Work that follows from a finding, to be taken over with one tap. */
export interface OfferedWork {
  readonly body: WorkPlanned;
  /** What speaks against it as things stand. */
  readonly caution?: string;
}

/** What is usually done where something of a kind is at fault, the usual first. */
const USUAL: Readonly<Record<SuspectClass, readonly WorkKind[]>> = {
  board: ['replace', 'component', 'cause'],
  wiring: ['re-terminate', 'spare-core', 'cause'],
  sensor: ['clean', 'replace', 'cause'],
  load: ['replace', 'component', 'cause'],
  supply: ['other', 'cause'],
  control: ['setting', 'replace', 'cause'],
  mechanical: ['clean', 'seal', 'component', 'cause'],
  setting: ['setting'],
  none: [],
  open: [],
};

/** What a finding by such evidence does not carry: a part that may be good. */
const CARRIES_NO_PART: ReadonlySet<FindingGrade> = new Set<FindingGrade>([
  'by elimination',
  'by observation',
  'by code',
  'by report',
  'not isolated',
]);

/** Work that follows from the findings and is not planned yet. Nothing is planned by itself. */
export function offeredWork(context: VisitContext, state: VisitState): readonly OfferedWork[] {
  const planned = standingOf(state, 'work-planned');
  return state.findings.flatMap((finding) =>
    USUAL[finding.class].flatMap((kind): OfferedWork[] => {
      if (planned.some((each) => each.finding === finding.id && each.kind === kind)) return [];
      const caution =
        (kind === 'replace' || kind === 'component') && CARRIES_NO_PART.has(finding.grade)
          ? `What was found is ${FINDING_GRADE_WORDS[finding.grade]}: a good part may be changed.`
          : undefined;
      return [
        {
          body: {
            type: 'work-planned',
            kind,
            text: workText(context, kind, finding),
            reason: 'diagnosed',
            ...(finding.item === undefined ? {} : { item: finding.item }),
            finding: finding.id,
          },
          ...(caution === undefined ? {} : { caution }),
        },
      ];
    }),
  );
}

function workText({ model }: VisitContext, kind: WorkKind, { item, text }: EventOf<'finding-reached'>): string {
  const name = item === undefined ? undefined : isKnownElement(model, item) ? elementName(model, item) : item;
  const it = name ?? 'what was found';
  switch (kind) {
    case 'replace':
      return `Replace ${it}`;
    case 'component':
      return `Repair ${it}`;
    case 're-terminate':
      return `Terminate ${it} anew`;
    case 'spare-core':
      return `Move ${it} to a spare core`;
    case 'clean':
      return `Clean ${it}, and look again`;
    case 'setting':
      return `Set ${it} as it has to be`;
    case 'seal':
      return `Seal ${it}`;
    case 'cause':
      return `Take away why it failed: ${text}`;
    case 'other':
      return `Have it put right by whoever it belongs to: ${text}`;
  }
}

/** What is noted of work that was carried out. */
export interface CarriedOut {
  readonly minutes?: number;
  readonly snag?: string;
  /** Of a part that was put in. */
  readonly number?: string;
  readonly serial?: string;
  readonly partState?: PartProvenance;
  /** Id of the part that was offered. */
  readonly offer?: string;
  /** What was seen in the old one, where it was opened. */
  readonly opened?: string;
}

/** The entry that says a planned work was carried out: a part that was put in, or something repaired. */
export function carriedOut({ planned }: Pick<Work, 'planned'>, noted: CarriedOut): EventBody {
  const { minutes, snag, number, serial, partState, offer, opened } = noted;
  const how = {
    work: planned.id,
    ...(minutes === undefined ? {} : { minutes }),
    ...(snag === undefined ? {} : { snag }),
  };
  if (planned.kind === 'replace')
    return {
      type: 'part-fitted',
      part: planned.item ?? planned.text,
      ...(number === undefined ? {} : { number }),
      ...(serial === undefined ? {} : { serial }),
      ...(partState === undefined ? {} : { state: partState }),
      ...(offer === undefined ? {} : { offer }),
      ...(opened === undefined ? {} : { opened }),
      why: WORK_REASON_WORDS[planned.reason],
      ...how,
    };
  return { type: 'repair-done', items: planned.item === undefined ? [] : [planned.item], text: planned.text, ...how };
}
