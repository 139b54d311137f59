import { elementName, isKnownElement, meansBoard, partMeant, type UnitModelDocument } from '../unit-model';
import { markedPlaces, type MarkedPhoto } from '../photo';
import {
  alterationsOf,
  codesRead,
  FINDING_GRADE_WORDS,
  complaintsOf,
  intakeOf,
  openBypasses,
  runningTemporaries,
  standingOf,
  type BypassEntry,
  type BypassPlaced,
  type PriorWork,
  type Temperatures,
  type VisitContext,
  type VisitState,
} from '../visit';

/** A part that was put in. */
export interface FittedPart {
  /** The item of the unit model it is, or words. */
  readonly part: string;
  readonly name: string;
  readonly isBoard: boolean;
  /** ISO time or day, or what was said. */
  readonly at: string;
  readonly by?: string;
  readonly number?: string;
  readonly serial?: string;
  readonly why?: string;
  readonly visit?: string;
}

export interface FollowUp {
  readonly id: string;
  readonly text: string;
  readonly due?: string;
  readonly visit: string;
}

/** A temporary repair that was running when the visit was left. */
export interface Temporary {
  readonly id: string;
  readonly text: string;
  /** The day it has to be gone. */
  readonly until: string;
  readonly lacks?: string;
  readonly watch?: string;
  readonly acceptedBy?: string;
  readonly visit: string;
  /** The jumper that stays in, as it was put in. */
  readonly jumper?: BypassPlaced;
}

/** What a later visit wants to know of an earlier one. */
export interface PastVisit {
  readonly id: string;
  readonly openedAt: string;
  /** Where it was: hours and minutes ahead of UTC. */
  readonly zone?: string;
  readonly by: string;
  readonly closed: boolean;
  readonly complaints: readonly { readonly text: string; readonly result?: string }[];
  readonly codes: readonly {
    readonly code: string;
    readonly meaning?: string;
    readonly isDismissed: boolean;
    readonly isNormal: boolean;
  }[];
  readonly findings: readonly {
    readonly text: string;
    readonly class: string;
    /** In words. */
    readonly grade: string;
    readonly item?: string;
    readonly itemName?: string;
    /** What one buys of it: the board of a board function. */
    readonly part?: string;
    readonly partName?: string;
  }[];
  readonly fitted: readonly FittedPart[];
  readonly weather: readonly { readonly text: string; readonly temperatures?: Temperatures }[];
  readonly priorWork: readonly (PriorWork & { readonly text: string })[];
  readonly settings: Readonly<Record<string, string>>;
  readonly boards: Readonly<Record<string, string>>;
  readonly options: Readonly<Record<string, boolean>>;
  /** Wires found in another colour than the wiring list has, by wire. */
  readonly wireColours: Readonly<Record<string, string>>;
  readonly followUps: readonly FollowUp[];
  /** Temporary repairs that it left running; missing where there are none. */
  readonly temporaries?: readonly Temporary[];
  /** Follow-ups and temporary repairs of earlier visits that it put an end to. */
  readonly ended?: readonly string[];
  /** What was left altered at the machine. */
  readonly left: readonly {
    readonly words: string;
    readonly takesAway?: string;
    /** The temporary repair it is part of, and told with. */
    readonly temporary?: string;
  }[];
  /** Why, where it was on purpose. */
  readonly leftBecause?: string;
  /** What was open when it was closed, in words, and why that was left. */
  readonly open?: readonly string[];
  readonly openBecause?: string;
  /** Photos on which terminals were marked; missing where there are none. */
  readonly photos?: readonly MarkedPhoto[];
  /** What somebody warned of. */
  readonly hazards: readonly { readonly kind: string; readonly where: string; readonly note?: string }[];
}

/** What stays of a visit for the unit's history. */
export function pastVisit(id: string, context: VisitContext, state: VisitState): PastVisit {
  const { model } = context;
  const { leaves, open, openBecause } = (state.closed && standingOf(state, 'visit-closed').at(-1)) || {};
  const photos = markedPlaces(state);
  const done = new Set(standingOf(state, 'follow-up-done').map(({ followUp }) => followUp));
  return {
    id,
    openedAt: state.opened?.at ?? '',
    ...(state.opened?.zone === undefined ? {} : { zone: state.opened.zone }),
    by: state.opened?.by ?? '',
    closed: state.closed,
    complaints: complaintsOf(state).map(({ text, ticked }) => ({ text, ...(ticked ? { result: ticked.result } : {}) })),
    codes: codesRead(context, state).map(({ event, document, meaning, dismissed }) => ({
      code: event.code,
      ...(meaning === undefined ? {} : { meaning }),
      isDismissed: dismissed !== undefined,
      isNormal: document?.kind === 'normal' || document?.kind === 'hold-off',
    })),
    findings: state.findings.map(({ text, class: suspect, grade, item }) => ({
      text,
      class: suspect,
      grade: FINDING_GRADE_WORDS[grade],
      ...(item === undefined ? {} : { item, itemName: elementName(model, item), ...partOf(model, item) }),
    })),
    fitted: standingOf(state, 'part-fitted').map((event) => ({
      part: partMeant(model, event.part),
      name: nameOfPart(model, event.part),
      isBoard: meansBoard(model, event.part),
      at: event.at,
      by: event.by,
      visit: id,
      ...(event.number === undefined ? {} : { number: event.number }),
      ...(event.serial === undefined ? {} : { serial: event.serial }),
      ...(event.why === undefined ? {} : { why: event.why }),
    })),
    weather: intakeOf(state, 'weather').map(({ text, temperatures }) => ({
      text,
      ...(temperatures ? { temperatures } : {}),
    })),
    priorWork: intakeOf(state, 'prior-work').map(({ text, priorWork }) => ({ text, ...priorWork })),
    settings: Object.fromEntries(standingOf(state, 'setting-read').map(({ setting, value }) => [setting, value])),
    boards: Object.fromEntries(standingOf(state, 'board-identified').map(({ board, number }) => [board, number])),
    options: state.options,
    wireColours: state.wireColours,
    followUps: standingOf(state, 'follow-up-noted')
      .filter((event) => !done.has(event.id))
      .map(({ id: noted, text, due }) => ({ id: noted, text, visit: id, ...(due === undefined ? {} : { due }) })),
    ...temporariesLeft(id, state),
    ...endedOn(state),
    left: alterationsOf(context, state).map(({ kind, id: altered, words, takesAway }) => ({
      words,
      ...(takesAway === undefined ? {} : { takesAway }),
      ...(kind === 'jumper' ? answeredBy(state, altered) : {}),
    })),
    ...(leaves === undefined ? {} : { leftBecause: leaves }),
    ...(open === undefined ? {} : { open }),
    ...(openBecause === undefined ? {} : { openBecause }),
    ...(photos.length === 0 ? {} : { photos }),
    hazards: standingOf(state, 'hazard-noted').map(({ kind, where, note }) => ({
      kind,
      where,
      ...(note === undefined ? {} : { note }),
    })),
  };
}

function temporariesLeft(visit: string, state: VisitState): Pick<PastVisit, 'temporaries'> {
  const temporaries = runningTemporaries(state).map(
    ({ id, text, until, lacks, watch, acceptedBy, bypass }): Temporary => {
      const jumper = bypass === undefined ? undefined : openBypasses(state).find((each) => each.bypass === bypass);
      return {
        id,
        text,
        until,
        ...(lacks === undefined ? {} : { lacks }),
        ...(watch === undefined ? {} : { watch }),
        ...(acceptedBy === undefined ? {} : { acceptedBy }),
        visit,
        ...(jumper ? { jumper: placedAgain(jumper) } : {}),
      };
    },
  );
  return temporaries.length === 0 ? {} : { temporaries };
}

function answeredBy(state: VisitState, jumper: string): { readonly temporary?: string } {
  const temporary = runningTemporaries(state).find(({ bypass }) => bypass === jumper)?.id;
  return temporary === undefined ? {} : { temporary };
}

/** What a later visit logs of a jumper that is still in. */
function placedAgain({ bypass, from, to, why, removes, makes }: BypassEntry): BypassPlaced {
  return {
    type: 'bypass-placed',
    bypass,
    from,
    to,
    why,
    ...(removes === undefined ? {} : { removes }),
    ...(makes === undefined ? {} : { makes }),
  };
}

/** What a visit put an end to, of its own or of earlier ones. */
export function endedOn(state: Pick<VisitState, 'trail'>): Pick<PastVisit, 'ended'> {
  const ended = [
    ...standingOf(state, 'follow-up-done').map(({ followUp }) => followUp),
    ...standingOf(state, 'temporary-ended').map(({ temporary }) => temporary),
  ];
  return ended.length === 0 ? {} : { ended };
}

function partOf(model: UnitModelDocument, item: string): { readonly part: string; readonly partName: string } {
  return { part: partMeant(model, item), partName: nameOfPart(model, item) };
}

/** As it is called on file; in the words it was noted in where it is not there. */
function nameOfPart(model: UnitModelDocument, words: string): string {
  const part = partMeant(model, words);
  return isKnownElement(model, part) ? elementName(model, part) : words;
}
