import {
  FUNCTIONS,
  terminalLabel,
  wireAt,
  type askedReading,
  type MeasurementFunction,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';
import { wireView, type Probe } from './terminal-view';

export interface Points {
  readonly from?: string;
  readonly to?: string;
  /** What is measured there: where the sign matters, the leads are told apart by it. */
  readonly function?: MeasurementFunction;
}

type Asked = ReturnType<typeof askedReading>;

/** Where the probes go for what is asked; nowhere where it must not be measured, so that nobody is led there. */
export function pointsFor(asked: Asked): Points {
  return asked === undefined || isForbidden(asked) ? {} : asked;
}

/** Not proven dead, or not with this meter. */
export function isForbidden({ unmet, refusal }: NonNullable<Asked>): boolean {
  return refusal !== undefined || unmet.some(({ state }) => state === 'proven-dead');
}

/** The sign of the lead that goes there: A is the lead in the jack for volts, B the common one. */
export function leadSign(measured: MeasurementFunction | undefined, probe: Probe): '+' | '−' | undefined {
  if (measured === undefined || !FUNCTIONS[measured].polar) return undefined;
  return probe === 'A' ? '+' : '−';
}

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
