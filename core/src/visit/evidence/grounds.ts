import { isOverZeroBand, keyBeside, methodOf, outcomesOf, type MatrixStep } from '../../procedure';
import { supplyOf } from '../../unit-model';
import type { JointJudgement } from '../../verdict';
import { codesRead } from '../intake';
import { measuredOutcome, type Grade, type TrailLine, type VisitContext, type VisitState } from '../record';
import { isClosedByNothing } from './closed-by-volts';
import { membersOf } from './members';
import { isOfPartInNow, renewalsOf } from './renewals';
import { waitAt } from './waits-at';

/** What one line of the log says for or against elements, and how it was come by. */
export interface Ground {
  readonly line: TrailLine;
  /** Place in the log. */
  readonly index: number;
  readonly by: 'reading' | 'look' | 'code';
  /** Somebody else's word. */
  readonly isReported: boolean;
  /** Elements as the chart, the code table or the chain names them. */
  readonly implicates: readonly string[];
  readonly clears: readonly string[];
}

/**
 * Everything in the log that says something of elements. What was assumed says nothing; what was read of a part that has
 * been renewed or repaired since says nothing of the one that is in; what was read while the machine was held still accuses
 * nothing.
 */
export function groundsOf(context: VisitContext, state: Pick<VisitState, 'trail'>): readonly Ground[] {
  const { trail } = state;
  const renewals = renewalsOf(context, trail);
  const codes = codeGrounds(context, state);
  return trail.flatMap((line, index): Ground[] => {
    if (line.standing === 'retracted') return [];
    const found = codes.get(line.event.id) ?? saidBy(context, line);
    if (!found || found.implicates.length + found.clears.length === 0) return [];
    if (isAnyAssumed(context, trail, index)) return [];
    const members = membersOf(context, trail, index);
    const isNow = (reference: string): boolean => isOfPartInNow(context, renewals, reference, Math.min(...members));
    const implicates = found.implicates.filter(isNow);
    const isHeld = implicates.length > 0 && waitBehind(context, trail, index) !== undefined;
    const isReported = members.some((member) => trail[member] !== undefined && gradeOf(trail[member]) === 'reported');
    return [
      {
        line,
        index,
        by: found.by,
        isReported,
        implicates: isHeld ? [] : implicates,
        clears: found.clears.length > 0 && isClosedByNothing(context, trail, index) ? [] : found.clears.filter(isNow),
      },
    ].filter((each) => each.implicates.length + each.clears.length > 0);
  });
}

/** Whether a line, or any it rests on, was taken for granted. */
export function isAnyAssumed(context: VisitContext, trail: readonly TrailLine[], index: number): boolean {
  return membersOf(context, trail, index).some((member) => trail[member] !== undefined && isAssumed(trail[member]));
}

/**
 * What held the machine still while a line, or any it rests on, was read; undefined where nothing did. What was as it should
 * be then is so all the same.
 */
export function waitBehind(context: VisitContext, trail: readonly TrailLine[], index: number): string | undefined {
  const members = membersOf(context, trail, index);
  return members
    .filter((member) => member === index || !isWithin(trail[member]))
    .map((member) => waitAt(context, trail, member))
    .find((wait) => wait !== undefined);
}

function isWithin(line: TrailLine | undefined): boolean {
  return line?.event.type === 'reading-taken' && line.event.judgement.verdict === 'within';
}

type Said = Pick<Ground, 'by' | 'implicates' | 'clears'>;

function saidBy(context: VisitContext, line: TrailLine): Said | undefined {
  const { event, step, standing } = line;
  if (event.type === 'supply-judged') return bySupply(context, line);
  // What belongs to no step of a chart says nothing of elements by itself.
  if (standing === 'beside') return undefined;
  switch (event.type) {
    case 'observation-made':
      return step?.kind === 'observation'
        ? { by: 'look', implicates: own(step.implicates, event.answer), clears: own(step.clears, event.answer) }
        : undefined;
    case 'matrix-looked':
      return { by: 'look', implicates: [], clears: workingFrom(line) };
    case 'matrix-judged':
      return step?.kind === 'matrix'
        ? {
            by: 'look',
            implicates: ofPattern(step, 'implicates', event.pattern),
            clears: ofPattern(step, 'clears', event.pattern),
          }
        : undefined;
    case 'reading-taken':
    case 'undecided-accepted':
      return { by: 'reading', implicates: readOf(line, 'implicates'), clears: readOf(line, 'clears') };
    default:
      return undefined;
  }
}

/** How a fact was come by; measured or seen where nothing is said. */
function gradeOf({ event }: TrailLine): Grade | undefined {
  return 'grade' in event && event.type !== 'finding-reached' ? event.grade : undefined;
}

/** Nobody looked: somebody took it for granted, or it was concluded from something else. */
export function isAssumed(line: TrailLine): boolean {
  const grade = gradeOf(line);
  return grade === 'assumed' || grade === 'inferred';
}

/** What its own chart says a reading clears or implicates, by what it came to. */
function readOf({ event, step }: TrailLine, field: 'implicates' | 'clears'): readonly string[] {
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

/** What a pattern of looks says, or what is written for all that have no way of their own. */
function ofPattern(
  { branches, ...step }: MatrixStep,
  field: 'implicates' | 'clears',
  pattern: string,
): readonly string[] {
  const isNamed = [step[field] ?? {}, branches].some((map) => Object.hasOwn(map, pattern));
  return own(step[field], isNamed ? pattern : 'otherwise');
}

/** What a call that works from a place shows to be whole: what that place names, and those nearer to the board. */
function workingFrom({ event, step }: TrailLine): readonly string[] {
  if (event.type !== 'matrix-looked' || step?.kind !== 'matrix' || !event.works) return [];
  const from = step.places.findIndex(({ id }) => id === event.place);
  return from < 0 ? [] : [...new Set(step.places.slice(from).flatMap(({ proves = [] }) => proves))];
}

/** What a supply comes from is good where all its pairs say so under load; where they do not, it is to blame. */
function bySupply({ model }: VisitContext, { event, conditions }: TrailLine): Said | undefined {
  if (event.type !== 'supply-judged' || event.pattern === 'unclear') return undefined;
  const supply = supplyOf(model, event.supply);
  const sources = [supply?.from, supply?.isolatedBy].filter((each) => each !== undefined);
  if (event.pattern !== 'good') return { by: 'reading', implicates: sources, clears: [] };
  const isLoaded = (model.calls ?? []).length === 0 || Object.values(conditions.calls ?? {}).includes('on');
  return { by: 'reading', implicates: [], clears: isLoaded ? sources : [] };
}

/** What a code tells to look at, but for what it does not prove. Dismissed and cleared codes tell nothing. */
function codeGrounds(context: VisitContext, state: Pick<VisitState, 'trail'>): ReadonlyMap<string, Said> {
  return new Map(
    codesRead(context, state).flatMap(({ event, document, dismissed, isCleared }): (readonly [string, Said])[] => {
      if (!document || dismissed !== undefined || isCleared || (document.kind ?? 'fault') !== 'fault') return [];
      const { where = [], doesNotProve = [] } = document;
      const implicates = where.filter((place) => !place.includes('.') && !doesNotProve.includes(place));
      return [[event.id, { by: 'code', implicates, clears: [] }]];
    }),
  );
}

function own(map: Readonly<Record<string, readonly string[]>> | undefined, key: string): readonly string[] {
  return map && Object.hasOwn(map, key) ? (map[key] ?? []) : [];
}
