import { elementName, itemOf, parseReference, type UnitModelDocument } from '../../unit-model';
import { isOverZeroBand, keyBeside, keyOfOutcome, methodOf, outcomesOf, type ConclusionStep } from '../../procedure';
import type { JointJudgement } from '../../verdict';
import {
  FINDING_GRADES,
  measuredOutcome,
  type FindingGrade,
  type FindingReached,
  type TrailLine,
  type VisitContext,
  type VisitState,
} from '../record';
import { readingTitle } from './reading-title';
import { currentStep, neverWalked } from '../walking';

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
}

/** What is accused, and for a finding in the technician's words the readings it rests on. */
export type Accused = Pick<ConclusionStep, 'item' | 'mode'> & Pick<FindingReached, 'rests'>;

/** Collects from the record what speaks for and against a conclusion, as the record stands in `state`. */
export function evidenceFor(context: VisitContext, { trail }: Pick<VisitState, 'trail'>, accused: Accused): Evidence {
  const lines = trail.filter((line) => line.standing === 'walked' || line.standing === 'evidence');
  const about = (field: 'implicates' | 'clears', keep: (reference: string) => boolean): EvidenceLine[] =>
    lines.flatMap((line) => {
      const elements = elementsOf(line, field).filter(keep);
      return elements.length > 0 ? [{ line, elements }] : [];
    });
  const concerns = (reference: string): boolean => isAccused(context.model, reference, accused);
  const rests = new Set(accused.rests);
  const cited = trail
    .filter(({ event, standing }) => rests.has(event.id) && standing !== 'retracted')
    .map((line) => ({ line, elements: [] }));
  const implicates = [...cited, ...about('implicates', concerns)];
  const clearsOthers = about('clears', (reference) => !concerns(reference));
  const alsoLeft = leftBesides(implicates, clearsOthers, concerns);
  return {
    implicates,
    alsoLeft,
    contradicts: about('clears', (reference) => concerns(reference) && covers(context.model, reference, accused)),
    clearsOthers,
    unproven: [
      ...(alsoLeft.length > 0 ? [alsoLeftWords(context, alsoLeft)] : []),
      ...unproven(context, trail, rests),
      ...lesserWays([...implicates, ...clearsOthers]),
      ...neverWalked(context, trail),
    ],
  };
}

/**
 * The least that a line leaves besides the accused: a chain names a stretch, and an element is told from the rest of it
 * only by what clears the rest. Nothing as soon as one line points at the accused alone.
 */
function leftBesides(
  implicates: readonly EvidenceLine[],
  clears: readonly EvidenceLine[],
  concerns: (reference: string) => boolean,
): readonly string[] {
  const cleared = new Set(clears.flatMap(({ elements }) => elements));
  if (!implicates.some(({ line }) => isOfChain(line))) return [];
  const others = implicates
    .map(({ line }) => elementsOf(line, 'implicates'))
    .filter((all) => all.length > 0)
    .map((all) => all.filter((each) => !concerns(each) && !cleared.has(each)));
  return [...others].sort((a, b) => a.length - b.length)[0] ?? [];
}

function alsoLeftWords({ model }: VisitContext, alsoLeft: readonly string[]): string {
  return `Not told apart from ${alsoLeft.map((each) => elementName(model, each)).join(', ')}`;
}

/** Whether a line has located a break on a chain. */
function isOfChain({ event, step }: TrailLine): boolean {
  return event.type === 'reading-taken' && step?.kind === 'measurement' && step.measure.chain !== undefined;
}

/** What the ways of measuring that a finding rests on cannot tell. */
function lesserWays(lines: readonly EvidenceLine[]): readonly string[] {
  const told = lines.flatMap(({ line }) => {
    const less = provedLess(line);
    return less === undefined ? [] : [`${line.step?.text ?? 'Reading'}: ${less}`];
  });
  return [...new Set(told)];
}

/** What its own chart says a line clears or implicates, by what it came to. */
function elementsOf({ event, step }: TrailLine, field: 'implicates' | 'clears'): readonly string[] {
  if (event.type === 'observation-made') return step?.kind === 'observation' ? own(step[field], event.answer) : [];
  if (step?.kind !== 'measurement') return [];
  if (event.type !== 'reading-taken' && event.type !== 'undecided-accepted') return [];
  // A part of a set concludes nothing: what the set came to stands with its last part.
  if (event.type === 'reading-taken' && event.part !== undefined && !event.joint) return [];
  if (event.type === 'undecided-accepted' && event.next === undefined) return [];
  const outcome = measuredOutcome(
    event.type === 'reading-taken' ? event : { judgement: { verdict: event.verdict }, joint: event.joint },
  );
  const outcomes = outcomesOf(step, event.method);
  const overZero = isOverZeroBand(methodOf(step, event.method));
  const key = keyBeside(outcomes.branches, outcomes[field] ?? {}, outcome, overZero);
  const written = key === undefined ? undefined : own(outcomes[field], key);
  return step.measure.chain ? ofChain(event.joint, field, written) : (written ?? []);
}

/** What the readings of a chain say; its author may add what is implicated as well, and clear less. */
function ofChain(
  joint: JointJudgement | undefined,
  field: 'implicates' | 'clears',
  written: readonly string[] | undefined,
): readonly string[] {
  const { left = [], conducts = [] } = joint ?? {};
  if (field === 'implicates') return [...new Set([...left, ...(written ?? [])])];
  return written ? conducts.filter((each) => written.includes(each)) : conducts;
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

function own(map: Readonly<Record<string, readonly string[]>> | undefined, key: string): readonly string[] {
  return map && Object.hasOwn(map, key) ? (map[key] ?? []) : [];
}

function isAccused(
  model: UnitModelDocument,
  reference: string,
  accused: Pick<ConclusionStep, 'item' | 'mode'>,
): boolean {
  if (accused.item === undefined) return false;
  const { element } = parseReference(model, accused.item);
  return parseReference(model, reference).element === element || itemOf(model, reference) === element;
}

/** A clearance of one failure mode does not clear another. */
function covers(model: UnitModelDocument, reference: string, accused: Pick<ConclusionStep, 'item' | 'mode'>): boolean {
  const cleared = parseReference(model, reference);
  const named = parseReference(model, accused.item ?? '');
  const isInner = cleared.element !== named.element;
  if (isInner) return false;
  return cleared.mode === undefined || cleared.mode === (accused.mode ?? named.mode);
}

function unproven(context: VisitContext, trail: readonly TrailLine[], rests: ReadonlySet<string>): readonly string[] {
  return trail.flatMap((line) => {
    const { event, standing, step } = line;
    if (standing === 'retracted') return [];
    const title = step?.text ?? 'Step';
    if (event.type === 'step-skipped')
      return [`${title}: ${event.how.replaceAll('-', ' ')}${event.reason ? ` (${event.reason})` : ''}`];
    if (event.type === 'undecided-accepted') return [`${title}: undecided, taken as ${event.verdict}`];
    // A reading beside the chart leaves nothing open but what rests on it.
    if (event.type !== 'reading-taken' || (event.step === undefined && !rests.has(event.id))) return [];
    if (event.part !== undefined && !event.joint) return [];
    if (event.step !== undefined && isReadAgain(trail, line)) return [];
    if (event.grade === 'assumed') return [`${title}: assumed`];
    return measuredOutcome(event).verdict === 'unjudged'
      ? [`${readingTitle(context, { event, step })}: not judged`]
      : [];
  });
}

/** A later reading of the same step of the same chart takes the place of this one. */
export function isReadAgain(trail: readonly TrailLine[], { event, chart }: TrailLine): boolean {
  if (event.type !== 'reading-taken') return false;
  const last = trail.findLast(
    ({ event: each, standing, chart: its }) =>
      each.type === 'reading-taken' &&
      standing !== 'retracted' &&
      its === chart &&
      each.step === event.step &&
      (event.joint ? each.joint !== undefined : each.part === event.part),
  );
  return last !== undefined && last.event.id !== event.id;
}

/** How far the evidence carries. "Proved" needs the full burden of proof, which a chart alone does not give. */
export function gradeOf(step: ConclusionStep, evidence: Evidence): FindingGrade {
  const earned = earnedGrade(evidence);
  const cap = FINDING_GRADES.find((each) => each === step.gradeAtMost);
  return cap && FINDING_GRADES.indexOf(cap) > FINDING_GRADES.indexOf(earned) ? cap : earned;
}

function earnedGrade(evidence: Evidence): FindingGrade {
  const { implicates, contradicts, clearsOthers, alsoLeft, unproven: open } = evidence;
  if (contradicts.length > 0 || alsoLeft.length > 0) return 'not isolated';
  const rests = [...implicates, ...clearsOthers];
  const isIsolated = implicates.length > 0 || (clearsOthers.length > 0 && open.length === 0);
  if (!isIsolated) return 'not isolated';
  if (rests.every(({ line }) => isReported(line))) return 'by report';
  return implicates.length > 0 && open.length === 0 ? 'likely' : 'by elimination';
}

/** Somebody else's word, or nobody's. */
function isReported({ event }: TrailLine): boolean {
  return 'grade' in event && (event.grade === 'reported' || event.grade === 'assumed');
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
