import { leadSign, terminalLabel, wireAt, type Points, type VisitContext, type VisitState } from '@juxtameter/core';
import { wireView, type Probe } from './terminal-view';

export interface ProbeView {
  readonly probe: Probe;
  readonly label: string;
  readonly wireColour: string;
  readonly sign?: '+' | '−';
}

/** Where the two probes go, in words, with the wire's colour as it is on this unit. */
export function probeViews(
  context: VisitContext,
  visit: Pick<VisitState, 'wireColours'>,
  { from, to, function: measured }: Points,
): readonly ProbeView[] {
  const view = (probe: Probe, address: string | undefined): ProbeView[] => {
    if (!address) return [];
    const sign = leadSign(measured, probe);
    const label = terminalLabel(context.model, address);
    return [{ probe, label, wireColour: colourAt(context, visit, address), ...(sign ? { sign } : {}) }];
  };
  return [...view('A', from), ...view('B', to)];
}

function colourAt(context: VisitContext, visit: Pick<VisitState, 'wireColours'>, address: string): string {
  const wire = wireAt(context.model, address);
  return wire ? wireView(context, visit, wire.id).colour : '';
}
