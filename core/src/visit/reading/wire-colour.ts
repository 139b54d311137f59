import { wireColourAt } from '../../unit-model';
import type { VisitContext, VisitState } from '../record';

/** The colour a wire has on this unit: as seen on this visit, as on file, else as in the wiring list; '' if unknown. */
export function wireColourHere(
  context: Pick<VisitContext, 'model' | 'wireColours'>,
  state: Pick<VisitState, 'wireColours'>,
  wire: string,
): string {
  return state.wireColours[wire] ?? context.wireColours?.[wire] ?? wireColourAt(context.model, wire);
}
