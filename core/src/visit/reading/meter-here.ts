import type { Meter } from '../../meter';
import type { VisitContext, VisitState } from '../record';

/** The meter in use; undefined where none is named, or nobody knows its profile. */
export function meterHere(context: VisitContext, state: Pick<VisitState, 'meter'>): Meter | undefined {
  return state.meter === undefined ? undefined : context.meters[state.meter];
}
