import { INCONCLUSIVE, type Verdict } from '../verdict';
import { END, type StepDocument, type Target, isWalkable } from './procedure-document';

/**
 * The step id a target names.
 *
 * @example targetStep({ go: 'fuse', text: 'it is open' }) // "fuse"
 */
export function targetStep(target: Target): string {
  return typeof target === 'string' ? target : target.go;
}

/** What a verdict without a branch of its own falls back to, before `otherwise`. */
function fallBack(verdict: Verdict, overZeroBand: boolean): Verdict | undefined {
  switch (verdict) {
    case 'absent':
    case 'shorted':
      return 'low';
    case 'partial':
      return overZeroBand ? 'high' : 'low';
    case 'open':
      return 'high';
    default:
      return undefined;
  }
}

/**
 * The key of a measurement's map (branches, clears, implicates, sets) that a verdict selects: its own, then the
 * fall-back, then `otherwise`, which never catches invalid, unjudged or undecided.
 *
 * @example outcomeKey({ within: 'a', low: 'b' }, 'absent', false) // "low"
 * @example outcomeKey({ within: 'a', otherwise: 'b' }, 'undecided', false) // undefined
 */
export function outcomeKey(
  map: Readonly<Record<string, unknown>>,
  verdict: Verdict,
  overZeroBand: boolean,
): string | undefined {
  if (Object.hasOwn(map, verdict)) return verdict;
  if (INCONCLUSIVE.has(verdict)) return undefined;
  const next = fallBack(verdict, overZeroBand);
  if (next !== undefined && Object.hasOwn(map, next)) return next;
  return Object.hasOwn(map, 'otherwise') ? 'otherwise' : undefined;
}

/** What a measurement came to: a verdict, and for a set the pattern its parts make. */
export interface MeasuredOutcome {
  readonly verdict: Verdict;
  readonly pattern?: string;
}

/** As `outcomeKey`, the name of a pattern first. */
export function keyOfOutcome(
  map: Readonly<Record<string, unknown>>,
  { verdict, pattern }: MeasuredOutcome,
  overZeroBand: boolean,
): string | undefined {
  return pattern !== undefined && Object.hasOwn(map, pattern) ? pattern : outcomeKey(map, verdict, overZeroBand);
}

/**
 * The key of another map of a step (clears, implicates, sets) that an outcome selects: a name selects there what it
 * selects in the branches, so that `otherwise` is never what has a branch of its own. Undefined where the map says nothing.
 *
 * @example keyBeside({ within: 'a', high: 'b' }, { otherwise: [] }, { verdict: 'within' }, false) // undefined
 * @example keyBeside({ within: 'a', otherwise: 'b' }, { low: [] }, { verdict: 'absent' }, false) // "low"
 */
export function keyBeside(
  branches: Readonly<Record<string, Target>>,
  map: Readonly<Record<string, unknown>>,
  outcome: MeasuredOutcome,
  overZeroBand: boolean,
): string | undefined {
  const key = keyOfOutcome({ ...branches, ...map }, outcome, overZeroBand);
  return key !== undefined && Object.hasOwn(map, key) ? key : undefined;
}

/**
 * Where a measurement's outcome leads; undefined when the chart does not say.
 *
 * @example branchFor({ within: 'next', high: { go: 'board' } }, 'high', false) // "board"
 */
export function branchFor(
  branches: Readonly<Record<string, Target>>,
  outcome: MeasuredOutcome | Verdict,
  overZeroBand: boolean,
): string | undefined {
  const key = keyOfOutcome(branches, typeof outcome === 'string' ? { verdict: outcome } : outcome, overZeroBand);
  const target = key === undefined ? undefined : branches[key];
  return target === undefined ? undefined : targetStep(target);
}

/** Where skipping leads: the way of `within`, or the first answer; it proves nothing. */
export function skipTarget(step: StepDocument): string | undefined {
  if (!isWalkable(step)) return undefined;
  switch (step.kind) {
    case 'action':
      return step.next;
    case 'observation':
      return Object.values(step.answers).map(targetStep)[0];
    case 'measurement': {
      const way = step.branches['within'] ?? step.branches['otherwise'] ?? Object.values(step.branches)[0];
      return way === undefined ? undefined : targetStep(way);
    }
    case 'decide':
    case 'matrix':
      return undefined;
    case 'conclusion':
      return step.next ?? END;
  }
}

/** An arrow of the chart. */
export interface Edge {
  readonly from: string;
  readonly outcome: string;
  readonly to: string;
}

/** Every way out of a step, in the order written. */
export function edgesOf(id: string, step: StepDocument): readonly Edge[] {
  if (!isWalkable(step)) return [];
  const edges: Edge[] = [];
  const add = (outcome: string, to: string | undefined): void => {
    if (to !== undefined) edges.push({ from: id, outcome, to });
  };
  const addAll = (targets: Readonly<Record<string, Target>>): void =>
    Object.entries(targets).forEach(([outcome, target]) => add(outcome, targetStep(target)));
  switch (step.kind) {
    case 'action':
      add('done', step.next);
      break;
    case 'observation':
      addAll(step.answers);
      break;
    case 'measurement':
      addAll(step.branches);
      for (const way of Object.values(step.measure.methods ?? {})) addAll(way.branches ?? {});
      break;
    case 'matrix':
      addAll(step.branches);
      break;
    case 'decide':
      addAll(step.cases);
      return edges;
    case 'conclusion':
      add('then', step.next);
      break;
  }
  add('exceeded', step.exceeded);
  add('not applicable', step.notApplicable);
  add('cannot do', step.cannotDo);
  return edges;
}
