import type { DeviceDocument, SupplyDocument } from './unit-model-document';
import { REFUSALS } from './refusals';
import type { Wiring } from './wiring';

/** Protections that are never bypassed, not even for a test. */
export const NEVER_BYPASSED: ReadonlySet<string> = new Set(['flame', 'gas-pressure', 'over-temperature']);

export interface BypassPoints {
  readonly from: string;
  readonly to: string;
  /** Protection the author or technician says is lost. */
  readonly removes?: string;
}

/** Why this bypass is refused, in one sentence; undefined when it may be placed for a test. */
export function bypassRefusal(wiring: Wiring, bypass: BypassPoints): string | undefined {
  const lost = [...protectionsBetween(wiring, bypass), bypass.removes ?? ''].find((each) => NEVER_BYPASSED.has(each));
  if (lost) return REFUSALS.neverBypassed(lost);
  const shorted = shortedSupply(wiring, bypass);
  if (shorted) return REFUSALS.shortsSupply(shorted.name ?? shorted.id);
  const valve = fedGasValve(wiring, bypass);
  return valve ? REFUSALS.feedsGasValve(valve.id) : undefined;
}

/** The protections that lie between the two ends of a bypass. */
export function protectionsBetween(wiring: Wiring, { from, to }: BypassPoints): readonly string[] {
  if (!wiring.byConductor.joined(from, to)) return [];
  return wiring.series.flatMap((element) => {
    const isBetween = !wiring.through((each) => each !== element).joined(from, to);
    return element.protection !== undefined && isBetween ? [element.protection] : [];
  });
}

/** One end reaches one pole and the other end the other, through contacts and fuses alone: no load is left between. */
function shortedSupply(wiring: Wiring, { from, to }: BypassPoints): SupplyDocument | undefined {
  const nets = wiring.byConductor;
  const reaches = (a: string, b: string): boolean =>
    (nets.joined(from, a) && nets.joined(to, b)) || (nets.joined(from, b) && nets.joined(to, a));
  return wiring.model.supplies.find((supply) => {
    const poles = Object.values(supply.terminals ?? {});
    return poles.some((a, index) => poles.slice(index + 1).some((b) => !nets.joined(a, b) && reaches(a, b)));
  });
}

function fedGasValve(wiring: Wiring, { from, to }: BypassPoints): DeviceDocument | undefined {
  const nets = wiring.byWire;
  const touches = (terminal: string): boolean => nets.joined(from, terminal) || nets.joined(to, terminal);
  return wiring.model.devices.find(
    (each) => each.kind === 'gas-valve' && (touches(`${each.id}.1`) || touches(`${each.id}.2`)),
  );
}
