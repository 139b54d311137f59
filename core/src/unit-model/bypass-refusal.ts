import { seriesElements, wireNets, type SeriesElement } from './nets';
import type { DeviceDocument, SupplyDocument, UnitModelDocument } from './unit-model-document';

/** Protections that are never bypassed, not even for a test. */
export const NEVER_BYPASSED: ReadonlySet<string> = new Set(['flame', 'gas-pressure', 'over-temperature']);

export interface BypassPoints {
  readonly from: string;
  readonly to: string;
  /** Protection the author or technician says is lost. */
  readonly removes?: string;
}

/** Why this bypass is refused, in one sentence; undefined when it may be placed for a test. */
export function bypassRefusal(model: UnitModelDocument, bypass: BypassPoints): string | undefined {
  const lost = [...protectionsBetween(model, bypass), bypass.removes ?? ''].find((each) => NEVER_BYPASSED.has(each));
  if (lost) return `Refused: ${lost.replaceAll('-', ' ')} protection is never bypassed, not even for a test.`;
  const shorted = shortedSupply(model, bypass);
  if (shorted) return `Refused: this would short the ${shorted.name ?? shorted.id} supply.`;
  const valve = fedGasValve(model, bypass);
  return valve ? `Refused: gas valve ${valve.id} is never fed by a jumper.` : undefined;
}

/** The protections that lie between the two ends of a bypass. */
export function protectionsBetween(model: UnitModelDocument, { from, to }: BypassPoints): readonly string[] {
  const series = seriesElements(model);
  if (!wireNets(model, series).joined(from, to)) return [];
  const isBetween = (element: SeriesElement): boolean =>
    !wireNets(
      model,
      series.filter((each) => each !== element),
    ).joined(from, to);
  return series.filter((each) => each.protection !== undefined && isBetween(each)).map((each) => each.protection ?? '');
}

/** One end reaches one pole and the other end the other, through contacts and fuses alone: no load is left between. */
function shortedSupply(model: UnitModelDocument, { from, to }: BypassPoints): SupplyDocument | undefined {
  const nets = wireNets(model, seriesElements(model));
  const reaches = (a: string, b: string): boolean =>
    (nets.joined(from, a) && nets.joined(to, b)) || (nets.joined(from, b) && nets.joined(to, a));
  return model.supplies.find((supply) => {
    const poles = Object.values(supply.terminals ?? {});
    return poles.some((a, index) => poles.slice(index + 1).some((b) => !nets.joined(a, b) && reaches(a, b)));
  });
}

function fedGasValve(model: UnitModelDocument, { from, to }: BypassPoints): DeviceDocument | undefined {
  const nets = wireNets(model);
  const touches = (terminal: string): boolean => nets.joined(from, terminal) || nets.joined(to, terminal);
  return model.devices.find(
    (each) => each.kind === 'gas-valve' && (touches(`${each.id}.1`) || touches(`${each.id}.2`)),
  );
}
