import { parseAddress } from './address';
import { conductorsOf, reachable, type Conductor } from './conduction';
import { isFreeUnitModel } from './free-unit-model';
import { REFUSALS } from './refusals';
import type { DeviceDocument, SupplyDocument } from './unit-model-document';
import type { Wiring } from './wiring';

/** Protections that are never bypassed, not even for a test. */
export const NEVER_BYPASSED: ReadonlySet<string> = new Set(['flame', 'gas-pressure', 'over-temperature']);

export interface BypassPoints {
  readonly from: string;
  readonly to: string;
  /** Protection the author or technician says is lost. */
  readonly removes?: string;
}

/**
 * Why this bypass is refused, in one sentence; undefined when it may be placed for a test. Every contact, relay and fuse may
 * be closed and every plug may be in: what a jumper does at its worst is what counts.
 */
export function bypassRefusal(wiring: Wiring, bypass: BypassPoints): string | undefined {
  const { from, to } = { from: pointAt(wiring, bypass.from), to: pointAt(wiring, bypass.to) };
  const stranger = isFreeUnitModel(wiring.model) ? undefined : [from, to].find((each) => isStranger(wiring, each));
  if (stranger !== undefined) return REFUSALS.unknownPoint(stranger);
  const lost = [...protectionsBetween(wiring, { from, to }), bypass.removes ?? ''].find((each) =>
    NEVER_BYPASSED.has(each),
  );
  if (lost) return REFUSALS.neverBypassed(lost);
  const conductors = conductorsOf(wiring.model);
  const shorted = shortedSupply(wiring, conductors, from, to);
  if (shorted) return REFUSALS.shortsSupply(shorted.name ?? shorted.id);
  const valve = fedGasValve(wiring, conductors, from, to);
  return valve === undefined ? undefined : REFUSALS.feedsGasValve(valve);
}

/**
 * The terminal meant, whichever side of a plug and whichever end of a lifted wire was named: hands put the plug back and
 * the jumper stays. In words, a conductor of a supply is known by its name.
 */
function pointAt(wiring: Wiring, words: string): string {
  const named = wiring.pointOf(words);
  const terminal = parseAddress(named)?.terminal ?? named;
  if (terminal === '' || wiring.terminals.has(terminal)) return terminal;
  const said = terminal.trim().toLowerCase();
  const conductor = wiring.model.supplies
    .flatMap(({ terminals = {} }) => Object.entries(terminals))
    .find(([name]) => name.toLowerCase() === said);
  return conductor?.[1] ?? terminal;
}

function isStranger(wiring: Wiring, point: string): boolean {
  return point !== '' && !wiring.terminals.has(point);
}

/** The protections that lie between the two ends of a bypass, by whatever way current may take. */
export function protectionsBetween(wiring: Wiring, bypass: BypassPoints): readonly string[] {
  const guards = wiring.model.devices.filter(({ protection }) => protection !== undefined);
  return [...new Set(bridged(wiring, bypass, guards).flatMap(({ protection }) => protection ?? []))];
}

/** The interlocks that lie between the two ends of a bypass: bridged is as good as held. */
export function interlocksBetween(wiring: Wiring, bypass: BypassPoints): readonly DeviceDocument[] {
  return bridged(
    wiring,
    bypass,
    wiring.model.devices.filter(({ kind }) => kind === 'interlock'),
  );
}

/** Those of these devices whose contact a bypass takes the place of. */
function bridged(wiring: Wiring, bypass: BypassPoints, guards: readonly DeviceDocument[]): readonly DeviceDocument[] {
  const { from, to } = { from: pointAt(wiring, bypass.from), to: pointAt(wiring, bypass.to) };
  if (wiring.byWire.joined(from, to)) return [];
  const conductors = conductorsOf(wiring.model);
  return guards.filter(({ id }) =>
    conductors.some((guard) => {
      if (guard.element !== id || guard.how === 'wire') return false;
      const others = conductors.filter((each) => each.element !== guard.element);
      const [before, after] = [reachable(others, [guard.from]), reachable(others, [guard.to])];
      return (before.has(from) && after.has(to)) || (before.has(to) && after.has(from));
    }),
  );
}

/**
 * True where a bypass makes a call: it joins the call's two ends, through whatever devices in series may be closed. The
 * contacts of boards are open as long as nobody calls.
 */
export function makesCall(wiring: Wiring, bypass: BypassPoints): boolean {
  const { from, to } = { from: pointAt(wiring, bypass.from), to: pointAt(wiring, bypass.to) };
  const joined = (a: string, b: string): boolean => a === b || wiring.byDevices.joined(a, b);
  return (wiring.model.calls ?? []).some(({ joins }) =>
    joins.some((one) => joins.some((other) => one !== other && joined(from, one) && joined(to, other))),
  );
}

/** One end reaches one pole and the other end another, through contacts and fuses alone: no load is left between. */
function shortedSupply(
  wiring: Wiring,
  conductors: readonly Conductor[],
  from: string,
  to: string,
): SupplyDocument | undefined {
  if (wiring.byWire.joined(from, to)) return undefined;
  const carrying = conductors.filter(({ how }) => how !== 'resistance');
  const node = (point: string): readonly string[] => nodeOf(wiring, point);
  return wiring.model.supplies.find((supply) => {
    const poles = polesOf(wiring, supply);
    // A changeover joins one pole or the other, so no way leads through a pole; nor through the other end of the jumper,
    // which would be the way it had without it.
    const reaches = (pole: readonly string[], end: string, other: string): boolean =>
      reachable(carrying, pole, new Set([...wallsOf(poles, pole), ...node(other)])).has(end);
    return poles.some((one) =>
      poles.some((other) => one !== other && reaches(one, from, to) && reaches(other, to, from)),
    );
  });
}

function nodeOf({ byWire, terminals }: Wiring, point: string): readonly string[] {
  return [point, ...[...terminals].filter((each) => each !== point && byWire.joined(each, point))];
}

/** The poles of a supply that are not one node, each with all the points its wires join. */
function polesOf(wiring: Wiring, supply: SupplyDocument): readonly (readonly string[])[] {
  const poles: string[] = [];
  for (const pole of Object.values(supply.terminals ?? {}))
    if (!poles.some((each) => wiring.byWire.joined(each, pole))) poles.push(pole);
  return poles.map((pole) => nodeOf(wiring, pole));
}

function wallsOf(poles: readonly (readonly string[])[], own: readonly string[]): ReadonlySet<string> {
  return new Set(poles.filter((each) => each !== own).flat());
}

/** A gas valve that opens with the jumper in and without a word of its controller. */
function fedGasValve(wiring: Wiring, conductors: readonly Conductor[], from: string, to: string): string | undefined {
  const valves = wiring.model.devices.filter(({ kind }) => kind === 'gas-valve').map(({ id }) => id);
  if (valves.length === 0) return undefined;
  const jumper: Conductor = { element: 'jumper', how: 'wire', from, to };
  const before = energised(wiring, conductors, valves);
  const after = energised(wiring, [...conductors, jumper], valves);
  const touches = (valve: string): boolean =>
    ['1', '2'].some((end) => [from, to].some((point) => wiring.byWire.joined(point, `${valve}.${end}`)));
  return valves.find((valve) => touches(valve) || (after.has(valve) && !before.has(valve)));
}

const COIL_ENDS: Readonly<Record<string, readonly [string, string]>> = {
  'gas-valve': ['1', '2'],
  relay: ['A1', 'A2'],
  contactor: ['A1', 'A2'],
};

/** Coils that two poles of a supply reach while no controller closes anything; what such a coil closes counts as closed. */
function energised(wiring: Wiring, conductors: readonly Conductor[], valves: readonly string[]): ReadonlySet<string> {
  const coils = wiring.model.devices.filter(({ id, kind }) => kind in COIL_ENDS || valves.includes(id));
  const on = new Set<string>();
  for (let more = true; more;) {
    more = false;
    const closed = conductors.filter(
      ({ how, coilOf }) => how !== 'controlled' || (coilOf !== undefined && on.has(coilOf)),
    );
    for (const supply of wiring.model.supplies) {
      const poles = polesOf(wiring, supply);
      const reach = poles.map((pole) => reachable(closed, pole, wallsOf(poles, pole)));
      for (const { id, kind } of coils) {
        const [a, b] = (COIL_ENDS[kind] ?? ['1', '2']).map((end) => `${id}.${end}`);
        const isAcross = reach.some((one, index) =>
          reach.some((other, at) => at !== index && one.has(a ?? '') && other.has(b ?? '')),
        );
        if (!isAcross || on.has(id)) continue;
        on.add(id);
        more = true;
      }
    }
  }
  return on;
}
