import { isWalkable, type ProcedureDocument, type WalkableStep } from '../../procedure';

/**
 * What a step is called, for people: its own words, where it only decides the words of what it decides by, else its id
 * without the dashes.
 */
export function stepTitle(steps: ProcedureDocument['steps'] | undefined, id: string): string {
  const step = walkable(steps, id);
  if (step?.text !== undefined) return step.text;
  const by = step?.kind === 'decide' ? walkable(steps, step.on)?.text : undefined;
  return by === undefined ? id.replaceAll('-', ' ') : `By what was found: ${by}`;
}

function walkable(steps: ProcedureDocument['steps'] | undefined, id: string): WalkableStep | undefined {
  const step = steps && Object.hasOwn(steps, id) ? steps[id] : undefined;
  return step && isWalkable(step) ? step : undefined;
}
