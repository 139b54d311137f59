import { isOverZeroBand, keyOfOutcome, methodOf, type ConclusionStep } from '../../procedure';
import { clearsReference, elementName, parseReference, type UnitModelDocument } from '../../unit-model';
import { codesRead } from '../intake';
import {
  FINDING_GRADES,
  measuredOutcome,
  type FindingGrade,
  type FindingReached,
  type TrailLine,
  type VisitContext,
  type VisitState,
} from '../record';
import { currentStep } from '../walking';
import { eliminationOf, openCharts, type Elimination } from './candidates';
import { citedBy, gradeByCited } from './cited';
import { EVIDENCE_WORDS } from './evidence-words';
import { groundsOf, isAssumed, type Ground } from './grounds';
import { bearsOn, openPointsOf } from './open-points';
import { concerns, referenceOf, type Accused } from './references';

/** One line of the log that speaks for or against something. */
export interface EvidenceLine {
  readonly line: TrailLine;
  /** The elements it implicates or clears, as written in the chart. */
  readonly elements: readonly string[];
}

export interface Evidence {
  /** Lines that implicate the accused item. */
  readonly implicates: readonly EvidenceLine[];
  /** Lines that clear the accused item: contradictions. */
  readonly contradicts: readonly EvidenceLine[];
  /** Lines that clear other items. */
  readonly clearsOthers: readonly EvidenceLine[];
  /** What the lines that implicate leave besides the accused, and nothing clears: elements and wires. */
  readonly alsoLeft: readonly string[];
  /** What was passed over or cannot count, in words. */
  readonly unproven: readonly string[];
  /** How far all of it carries. */
  readonly earned: FindingGrade;
}

/** The record a finding is weighed in: its log, and the chart that is walked. */
export type Weighed = Pick<VisitState, 'trail' | 'procedure'>;

/** What was weighed of a record: asked for at every tick of a page, and never other for the same log. */
const weighed = new WeakMap<VisitContext, WeakMap<readonly TrailLine[], Map<string, Evidence>>>();

/** Collects from the record what speaks for and against a conclusion, as the record stands in `state`, and weighs it. */
export function evidenceFor(context: VisitContext, state: Weighed, accused: Accused): Evidence {
  const { item, mode, rests, class: accusedClass } = accused;
  const key = JSON.stringify([state.procedure, item, mode, accusedClass, rests]);
  const trails = weighed.get(context) ?? new WeakMap<readonly TrailLine[], Map<string, Evidence>>();
  weighed.set(context, trails);
  const ofTrail = trails.get(state.trail) ?? new Map<string, Evidence>();
  trails.set(state.trail, ofTrail);
  const known = ofTrail.get(key) ?? weigh(context, state, accused);
  ofTrail.set(key, known);
  return known;
}

function weigh(context: VisitContext, state: Weighed, accused: Accused): Evidence {
  const { model } = context;
  const { trail } = state;
  const grounds = groundsOf(context, state);
  const rests = new Set(accused.rests);
  const open = openPointsOf(context, trail, rests);
  const isSound = (ground: Ground): boolean =>
    provedLess(ground.line) === undefined && !open.some((point) => bearsOn(context, point, ground));
  const isAbout = (reference: string): boolean => concerns(model, reference, accused);
  const implicating = grounds.filter(({ implicates }) => implicates.some(isAbout));
  const clearing = grounds.filter(({ clears }) => clears.some((each) => !isAbout(each)));
  const cleared = grounds.filter(isSound).flatMap(({ clears }) => clears);
  const clearedByOneself = grounds.filter((each) => isSound(each) && !each.isReported).flatMap(({ clears }) => clears);
  const leftBy = (ground: Ground): readonly string[] => leftBesides(model, ground, cleared, isAbout);
  const isAlone = (ground: Ground): boolean => leftBesides(model, ground, clearedByOneself, isAbout).length === 0;
  const pointing = implicating.filter((ground) => ground.by !== 'code');
  const alsoLeft = pointing.map(leftBy).sort((one, other) => one.length - other.length)[0] ?? [];
  const contradicting = contradictionsOf(model, grounds, implicating, accused);
  const elimination = eliminationOf(context, openCharts(context, state), accused, clearing.filter(isSound));
  const cited = citedBy(context, trail, accused);
  const soundly = implicating.filter(
    (ground) => isSound(ground) && (ground.by === 'code' || leftBy(ground).length === 0),
  );
  const codes = unprovenByCode(context, state, accused);
  const earned =
    contradicting.length > 0 || alsoLeft.length > 0 || accused.class === 'open'
      ? 'not isolated'
      : strongestGrade([
          ...soundly.map((ground) => gradeByGround(ground, isAlone(ground))),
          ...(accused.item === undefined && !open.some(({ chart }) => chart === state.procedure) ? ledHere(trail) : []),
          gradeByElimination(elimination),
          gradeByCited(cited),
        ]);
  return {
    implicates: [
      ...cited.lines.map((line) => ({ line, elements: [] })),
      ...implicating.map(({ line, implicates }) => ({ line, elements: implicates.filter(isAbout) })),
    ],
    contradicts: contradicting.map(({ line, clears }) => ({ line, elements: clears.filter(isAbout) })),
    clearsOthers: clearing.map(({ line, clears }) => ({ line, elements: clears.filter((each) => !isAbout(each)) })),
    alsoLeft,
    earned,
    unproven: [
      ...(alsoLeft.length > 0 ? [EVIDENCE_WORDS.notToldApart(namesOf(context, alsoLeft))] : []),
      ...(implicating.length === 0 && elimination.rivals.length > 0 && elimination.left.length > 0
        ? [EVIDENCE_WORDS.left(partsOf(context, elimination.left), partsOf(context, elimination.rivals).length)]
        : []),
      ...codes,
      ...cited.doubts,
      ...open.map(({ words }) => words),
      ...lesserWays([...implicating, ...clearing].map(({ line }) => line)),
      ...reportedWords(implicating),
    ],
  };
}

/**
 * What a line leaves besides the accused: it names several, and one is told from the others only by what clears them.
 */
function leftBesides(
  model: UnitModelDocument,
  { implicates }: Ground,
  cleared: readonly string[],
  isAbout: (reference: string) => boolean,
): readonly string[] {
  const isCleared = (reference: string): boolean => cleared.some((each) => clearsReference(model, each, reference));
  return implicates.filter((reference) => !isAbout(reference) && !isCleared(reference));
}

/**
 * What speaks against the accusation: it was cleared, or everything that a line has said of it was, such as the one function
 * a board was accused for.
 */
function contradictionsOf(
  model: UnitModelDocument,
  grounds: readonly Ground[],
  implicating: readonly Ground[],
  accused: Accused,
): readonly Ground[] {
  const reference = referenceOf(accused);
  if (reference === undefined) return [];
  const said = [
    ...new Set(implicating.flatMap(({ implicates }) => implicates.filter((each) => concerns(model, each, accused)))),
  ];
  const clearing = grounds.filter(({ clears }) => clears.some((each) => clearsReference(model, each, reference)));
  const ofParts = grounds.filter(({ clears }) =>
    clears.some((each) => said.some((one) => clearsReference(model, each, one))),
  );
  const isAllCleared =
    said.length > 0 &&
    said.every((one) => ofParts.some(({ clears }) => clears.some((each) => clearsReference(model, each, one))));
  return [...new Set([...clearing, ...(isAllCleared ? ofParts : [])])];
}

/** What accuses nothing is as sure as the step that led to it. */
function ledHere(trail: readonly TrailLine[]): readonly FindingGrade[] {
  const last = trail.findLast(
    ({ event, standing }) => standing === 'walked' && 'next' in event && event.next !== undefined,
  );
  if (!last || isAssumed(last)) return [];
  const { type } = last.event;
  if (type === 'reading-taken') return [last.event.grade === 'reported' ? 'by report' : 'likely'];
  return type === 'observation-made' ? [last.event.grade === 'reported' ? 'by report' : 'by observation'] : [];
}

/** A ground that is told from others only by somebody's word is itself no more. */
function gradeByGround({ by, isReported }: Ground, isAlone: boolean): FindingGrade {
  if (by === 'code') return isReported ? 'by report' : 'by code';
  if (isReported || !isAlone) return 'by report';
  return by === 'reading' ? 'likely' : 'by observation';
}

/** The last that is left of what could cause the complaint, by as strong a grade as the weakest that was needed. */
function gradeByElimination({ rivals, left, by }: Elimination): FindingGrade {
  if (rivals.length === 0 || left.length > 0) return 'not isolated';
  if (by.some(({ isReported }) => isReported)) return 'by report';
  return by.some(({ by: kind }) => kind === 'reading') ? 'by elimination' : 'by observation';
}

function strongestGrade(grades: readonly FindingGrade[]): FindingGrade {
  return FINDING_GRADES.find((each) => grades.includes(each)) ?? 'not isolated';
}

/** The accused is what a code that was read does not prove. */
function unprovenByCode(context: VisitContext, state: Weighed, accused: Accused): readonly string[] {
  return codesRead(context, state).flatMap(({ event, document, dismissed }) => {
    const isSaid = (document?.doesNotProve ?? []).some((each) => concerns(context.model, each, accused));
    return isSaid && dismissed === undefined ? [EVIDENCE_WORDS.codeDoesNotProve(event.code)] : [];
  });
}

function reportedWords(grounds: readonly Ground[]): readonly string[] {
  return grounds.flatMap(({ line, isReported }) =>
    isReported ? [`${line.step?.text ?? 'A look'}: reported, not seen`] : [],
  );
}

/** Names as they are said, each once. */
function namesOf({ model }: VisitContext, references: readonly string[]): readonly string[] {
  return [...new Set(references.map((each) => elementName(model, each)))];
}

/** The parts by name, in whichever way they may fail. */
function partsOf(context: VisitContext, references: readonly string[]): readonly string[] {
  return namesOf(
    context,
    references.map((each) => parseReference(context.model, each).element),
  );
}

/** What the ways of measuring that a finding rests on cannot tell. */
function lesserWays(lines: readonly TrailLine[]): readonly string[] {
  const told = lines.flatMap((line) => {
    const less = provedLess(line);
    return less === undefined ? [] : [`${line.step?.text ?? 'Reading'}: ${less}`];
  });
  return [...new Set(told)];
}

/**
 * What the way a reading was taken cannot tell, where the chart takes its outcome for the same as that of the other ways;
 * undefined where the way has a branch of its own for it, or is as good as any.
 */
export function provedLess({ event, step }: TrailLine): string | undefined {
  if (step?.kind !== 'measurement' || (event.type !== 'reading-taken' && event.type !== 'undecided-accepted'))
    return undefined;
  if (event.method === undefined) return undefined;
  const { provesLess, branches = {} } = methodOf(step, event.method);
  const outcome = measuredOutcome(
    event.type === 'reading-taken' ? event : { judgement: { verdict: event.verdict }, joint: event.joint },
  );
  const isToldApart = keyOfOutcome(branches, outcome, isOverZeroBand(methodOf(step, event.method))) !== undefined;
  return isToldApart ? undefined : provesLess;
}

/** How far the evidence carries, and no further than the chart lets it. "Proved" needs the full burden of proof. */
export function gradeOf(step: Pick<ConclusionStep, 'gradeAtMost'>, { earned }: Pick<Evidence, 'earned'>): FindingGrade {
  const cap = FINDING_GRADES.find((each) => each === step.gradeAtMost);
  return cap && FINDING_GRADES.indexOf(cap) > FINDING_GRADES.indexOf(earned) ? cap : earned;
}

/** A finding the chart leads to. */
export type ChartFinding = FindingReached & { readonly step: string; readonly next: string };

/** The finding the current conclusion step stands for; undefined when the visit is not at one. */
export function draftFinding(context: VisitContext, state: VisitState): ChartFinding | undefined {
  const step = currentStep(context, state);
  if (step?.kind !== 'conclusion' || state.step === undefined) return undefined;
  const { class: suspectClass, item, mode, text } = step;
  return {
    type: 'finding-reached',
    step: state.step,
    class: suspectClass,
    ...(item === undefined ? {} : { item }),
    ...(mode === undefined ? {} : { mode }),
    text,
    grade: gradeOf(step, evidenceFor(context, state, step)),
    next: step.next ?? '@end',
  };
}

/** "Float switch FS1, stuck open". */
export function accusedWords(model: UnitModelDocument, accused: Pick<ConclusionStep, 'item' | 'mode'>): string {
  if (accused.item === undefined) return '';
  const mode = accused.mode ? `, ${accused.mode.replaceAll('-', ' ')}` : '';
  return `${elementName(model, accused.item)}${mode}`;
}
