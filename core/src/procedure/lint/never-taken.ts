import { problemWarning, type Problem } from '../../unit-model';
import { INCONCLUSIVE, possibleVerdicts, VERDICTS, type Verdict } from '../../verdict';
import { outcomeKey } from '../branching';
import { isOverZeroBand, methodNames, methodOf, outcomesOf } from '../measure';
import type { MeasurementStep } from '../procedure-document';
import { verdictsOf } from './verdicts-of';

/** A branch that no reading in any of the ways takes. */
export function lintNeverTaken(step: MeasurementStep, path: string): Problem[] {
  const names = methodNames(step);
  const ways = (names.length === 0 ? [undefined] : names).map((name) => takenKeys(step, name));
  if (ways.some((each) => each === undefined)) return [];
  const taken = new Set(ways.flatMap((each) => [...(each ?? [])]));
  const written = [step.branches, ...Object.values(step.measure.methods ?? {}).map(({ branches = {} }) => branches)];
  return lintNever(Object.assign({}, ...written) as Readonly<Record<string, unknown>>, taken, path);
}

/** Branches by a verdict that none of what can be taken selects. */
export function lintNever(
  branches: Readonly<Record<string, unknown>>,
  taken: ReadonlySet<string>,
  path: string,
): Problem[] {
  const never = Object.keys(branches).filter((key) => isVerdict(key) && !INCONCLUSIVE.has(key) && !taken.has(key));
  return never.map((key) =>
    problemWarning(`${path}.branches.${key}`, `What is expected here cannot come to "${key}": nothing takes this way.`),
  );
}

/** The branches that readings taken in one way select; undefined where what is expected cannot be read. */
function takenKeys(step: MeasurementStep, name: string | undefined): ReadonlySet<string> | undefined {
  const method = methodOf(step, name);
  if (method.function === undefined) return undefined;
  const verdicts = verdictsOf(method.expect ?? { kind: 'unknown' }, method.function, possibleVerdicts);
  if (typeof verdicts === 'string') return undefined;
  return keysTaken(outcomesOf(step, name).branches, verdicts, isOverZeroBand(method));
}

/** The branches these verdicts select. */
export function keysTaken(
  branches: Readonly<Record<string, unknown>>,
  verdicts: ReadonlySet<Verdict>,
  overZero: boolean,
): ReadonlySet<string> {
  return new Set([...verdicts].flatMap((verdict) => outcomeKey(branches, verdict, overZero) ?? []));
}

function isVerdict(key: string): key is Verdict {
  return (VERDICTS as readonly string[]).includes(key);
}
