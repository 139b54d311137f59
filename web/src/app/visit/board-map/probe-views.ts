import { terminalLabel, wireAt, type VisitContext, type VisitState } from '@juxtameter/core';
import { wireView, type Probe } from './terminal-view';

export interface Points {
  readonly from?: string;
  readonly to?: string;
}

export interface ProbeView {
  readonly probe: Probe;
  readonly label: string;
  readonly wireColour: string;
}

/** Where the two probes go, in words, with the wire's colour as it is on this unit. */
export function probeViews(
  context: VisitContext,
  visit: Pick<VisitState, 'wireColours'>,
  { from, to }: Points,
): readonly ProbeView[] {
  const view = (probe: Probe, address: string | undefined): ProbeView[] =>
    address
      ? [{ probe, label: terminalLabel(context.model, address), wireColour: colourAt(context, visit, address) }]
      : [];
  return [...view('A', from), ...view('B', to)];
}

function colourAt(context: VisitContext, visit: Pick<VisitState, 'wireColours'>, address: string): string {
  const wire = wireAt(context.model, address);
  return wire ? wireView(context, visit, wire.id).colour : '';
}
