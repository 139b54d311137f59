import { branchFor, type MatrixCall, type MatrixPattern, type MatrixPlace, type MatrixStep } from '../../procedure';
import { currentStep } from '../walking';
import { MATRIX_WORDS, PATTERN_WORDS } from './matrix-words';
import {
  openBypasses,
  type BypassPlaced,
  type MatrixJudged,
  type VisitContext,
  type VisitEvent,
  type VisitState,
} from '../record';

/** One call made at one place. */
export interface MatrixCell {
  readonly call: MatrixCall;
  readonly place: MatrixPlace;
  /** The jumper as it goes into the bypass list; undefined where this call cannot be made there. */
  readonly jumper?: BypassPlaced;
  readonly isIn: boolean;
  readonly works?: boolean;
  /** What was seen elsewhere says it already. */
  readonly isImplied: boolean;
}

export interface MatrixProgress {
  readonly cells: readonly MatrixCell[];
  /** The cell that tells most; undefined once the looks are enough. */
  readonly next?: MatrixCell;
  /** What the looks come to. */
  readonly pattern?: MatrixPattern;
  readonly sentence: string;
  /** Elements that worked from a jumper: they can no longer be blamed. */
  readonly excluded: readonly string[];
}

type Looks = ReadonlyMap<string, boolean>;

const keyOf = (call: string, place: string): string => `${call}@${place}`;

/** How far the matrix at the current step is; undefined where the visit stands at none. */
export function matrixProgress(context: VisitContext, state: VisitState): MatrixProgress | undefined {
  const step = currentStep(context, state);
  if (step?.kind !== 'matrix' || state.step === undefined) return undefined;
  const looks = looksHere(state);
  const open = new Set(openBypasses(state).map(({ bypass }) => bypass));
  const cells = step.calls.flatMap((call) =>
    step.places.map((place) => cellOf(state.step ?? '', call, place, looks, step, open)),
  );
  const next = cells.find(({ works, isImplied, jumper }) => works === undefined && !isImplied && jumper !== undefined);
  const pattern = next === undefined ? patternOf(step, looks) : undefined;
  return {
    cells,
    ...(next ? { next } : {}),
    ...(pattern ? { pattern } : {}),
    sentence: sentenceOf(step, looks, pattern),
    excluded: excludedBy(step, looks),
  };
}

function looksHere(state: VisitState): Looks {
  return new Map(
    state.trail
      .slice(state.arrivedAt)
      .flatMap(({ event, standing }): (readonly [string, boolean])[] =>
        event.type === 'matrix-looked' && standing === 'walked' ? [[keyOf(event.call, event.place), event.works]] : [],
      ),
  );
}

function cellOf(
  stepId: string,
  call: MatrixCall,
  place: MatrixPlace,
  looks: Looks,
  step: MatrixStep,
  open: ReadonlySet<string>,
): MatrixCell {
  const [from, to] = place.jumpers[call.id] ?? [];
  const bypass = `${stepId.replaceAll('.', '-')}-${call.id}-${place.id}`;
  const works = looks.get(keyOf(call.id, place.id));
  const before = step.places.slice(0, step.places.indexOf(place));
  return {
    call,
    place,
    ...(from === undefined || to === undefined
      ? {}
      : {
          jumper: {
            type: 'bypass-placed',
            bypass,
            from,
            to,
            why: MATRIX_WORDS.why(call.id, place.name),
            makes: call.id,
            ...(place.removes === undefined ? {} : { removes: place.removes }),
          },
        }),
    isIn: open.has(bypass),
    ...(works === undefined ? {} : { works }),
    // What works from further out works from here as well.
    isImplied: works === undefined && before.some(({ id }) => looks.get(keyOf(call.id, id)) === true),
  };
}

/** The first place from which a call works: its index, -1 where it works from none. */
function worksFrom(step: MatrixStep, looks: Looks, call: string): number {
  return step.places.findIndex(({ id }) => looks.get(keyOf(call, id)) === true);
}

function patternOf(step: MatrixStep, looks: Looks): MatrixPattern {
  const from = step.calls.map(({ id }) => worksFrom(step, looks, id));
  if (from.every((place) => place === 0)) return 'control';
  if (from.every((place) => place < 0)) return 'beyond';
  if (from.every((place) => place > 0)) return 'cable';
  return from.every((place) => place >= 0) ? 'conductor' : 'mixed';
}

function sentenceOf(step: MatrixStep, looks: Looks, pattern: MatrixPattern | undefined): string {
  const lines = step.calls.flatMap((call): string[] => {
    const seen = step.places.filter(({ id }) => looks.has(keyOf(call.id, id)));
    if (seen.length === 0) return [];
    const looked = seen.map(({ id, name }) => MATRIX_WORDS.look(name, looks.get(keyOf(call.id, id)) === true));
    return [MATRIX_WORDS.ofCall(call.id, looked)];
  });
  return [...lines, ...(pattern ? [PATTERN_WORDS[pattern]] : [])].join(' ');
}

/** A call that works from a place proves what that place names, and what the places nearer to the board name. */
function excludedBy(step: MatrixStep, looks: Looks): readonly string[] {
  const found = step.calls.flatMap(({ id }) => {
    const from = worksFrom(step, looks, id);
    return from < 0 ? [] : step.places.slice(from).flatMap(({ proves = [] }) => proves);
  });
  return [...new Set(found)];
}

/** The event that leaves a matrix by what its looks come to; undefined while one is missing or a jumper is still in. */
export function matrixJudged(context: VisitContext, state: VisitState): MatrixJudged | undefined {
  const step = currentStep(context, state);
  const progress = matrixProgress(context, state);
  if (step?.kind !== 'matrix' || !progress?.pattern || state.step === undefined) return undefined;
  if (progress.cells.some(({ isIn }) => isIn)) return undefined;
  const { pattern, sentence } = progress;
  const next = branchFor(step.branches, { verdict: 'mixed', pattern }, false);
  return next === undefined ? undefined : { type: 'matrix-judged', step: state.step, pattern, sentence, next };
}

/** Elements a jumper showed to be whole, in any matrix of the visit, with the looks that did. */
export function excludedByJumper({
  trail,
}: Pick<VisitState, 'trail'>): readonly { readonly element: string; readonly event: VisitEvent }[] {
  return trail.flatMap(({ event, standing, step }) => {
    if (event.type !== 'matrix-looked' || standing === 'retracted' || !event.works || step?.kind !== 'matrix')
      return [];
    const at = step.places.findIndex(({ id }) => id === event.place);
    const shown = at < 0 ? [] : step.places.slice(at).flatMap(({ proves = [] }) => proves);
    return shown.map((element) => ({ element, event }));
  });
}
