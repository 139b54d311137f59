import {
  bondOf,
  conductorRole,
  supplyTerminal,
  terminalsOf,
  type DeviceDocument,
  type SupplyDocument,
  type WireDocument,
} from '../../unit-model';
import type { Network, NetworkElement } from '../linear';
import { contactsOf, type Contact } from './contacts';
import { EARTH_LEAK, isEarthFault, partOf, poorJoint, sizeOf } from './fault-size';
import { islandLeaks } from './island-leaks';
import { jumperEnds } from './jumper-ends';
import { loadsOf } from './loads';
import type { MachineState } from './machine-state';
import { EARTH, isPluggable, landingOf, Points } from './points';
import { rated, ratedOr, ratedPart } from './rated';
import type { InjectedFault, Situation } from './situation';
import { sourcePhasor } from './source-phasor';
import { undeclaredPins, type Undeclared } from './undeclared-pins';
import { COPPER_OHMS, PEAK, USUAL_OHMS } from './usual-ohms';

/** What is solved for: alternating volts, direct volts, or ohms with every source at rest. */
export type NetworkKind = 'alternating' | 'direct' | 'ohms';

export interface MachineNetwork {
  readonly network: Network;
  readonly points: Points;
  readonly undeclared: readonly Undeclared[];
  /** Contacts of which nobody can tell whether they are closed, taken for open unless `closed` says otherwise. */
  readonly unsettled: readonly Contact[];
}

/** How a value differs from what is rated, by what it is of; 1 for all of them is the rated machine. */
export type Vary = (what: 'supply' | 'ratio' | 'ohms' | 'wire') => number;

export const AS_RATED: Vary = () => 1;

const MEGOHM = 1e6;

/** The machine as a linear network, its contacts as they stand. */
export function machineNetwork(
  situation: Situation,
  state: MachineState,
  kind: NetworkKind,
  vary: Vary = AS_RATED,
  closed: ReadonlySet<Contact['element']> = new Set(),
): MachineNetwork {
  return new Builder(situation, state, kind, vary, closed).built();
}

class Builder {
  private readonly points = new Points();
  private readonly elements: NetworkElement[] = [];
  private readonly undeclared: Undeclared[] = [];
  private readonly unsettled: Contact[] = [];
  private readonly mains: number;

  constructor(
    private readonly situation: Situation,
    private readonly state: MachineState,
    private readonly kind: NetworkKind,
    private readonly vary: Vary,
    private readonly closed: ReadonlySet<string>,
  ) {
    const [first] = situation.model.supplies;
    this.mains = first === undefined ? 230 : situation.wiring.volts(first.id);
  }

  built(): MachineNetwork {
    const { model } = this.situation;
    for (const terminal of this.situation.wiring.terminals) this.points.of(terminal);
    this.pins();
    model.wires.forEach((wire) => this.wire(wire));
    model.supplies.forEach((supply) => this.supply(supply));
    this.devices();
    this.boards();
    this.jumpers();
    contactsOf(this.situation, this.state).forEach((contact) => this.contact(contact));
    const leaks = islandLeaks(this.elements, this.points.size);
    const network = { nodes: this.points.size, elements: [...this.elements, ...leaks] };
    return { network, points: this.points, undeclared: this.undeclared, unsettled: this.unsettled };
  }

  private resistor(from: string, to: string, ohms: number): void {
    const [a, b] = [this.points.of(from), this.points.of(to)];
    if (a !== b && Number.isFinite(ohms)) this.elements.push({ kind: 'resistor', a, b, ohms: Math.max(ohms, 1e-4) });
  }

  private toEarth(from: string, ohms: number): void {
    const a = this.points.of(from);
    this.elements.push({ kind: 'resistor', a, b: EARTH, ohms });
  }

  /** Pins and their plugs, as long as these are in. */
  private pins(): void {
    const { model, conditions } = this.situation;
    for (const board of model.boards)
      for (const connector of board.connectors)
        for (const pin of connector.pins) {
          const address = `${board.id}.${connector.id}.${pin.id}`;
          if (!isPluggable(model, address)) continue;
          const plug = `${address}@plug`;
          this.points.of(plug);
          if (conditions.connectors?.[`${board.id}.${connector.id}`] !== 'out')
            this.joined(address, address, plug, USUAL_OHMS.pin);
        }
  }

  /** Something that should conduct: whole, gone, or of a poor joint. */
  private joined(element: string, from: string, to: string, ohms: number): void {
    const faults = this.situation.faultsOf(element);
    if (faults.some(({ mode }) => mode === 'open')) {
      this.points.of(from);
      this.points.of(to);
    } else this.resistor(from, to, ohms + poorJoint(faults));
    for (const fault of faults) if (isEarthFault(fault)) this.toEarth(from, sizeOf(fault, EARTH_LEAK));
  }

  private wire({ id, from, to, gauge, length }: WireDocument): void {
    const { model, conditions } = this.situation;
    const area = rated(gauge, 'cross-section');
    const metres = rated(length, 'length');
    const ohms = area === undefined || metres === undefined ? USUAL_OHMS.wire : copper(metres, area);
    const [start, end] = [landingOf(model, conditions, id, from), landingOf(model, conditions, id, to)];
    this.joined(id, start, end, ohms * this.vary('wire'));
    for (const { of, mode, at } of this.situation.faultsOf(id)) {
      const other = mode === 'short' ? model.wires.find((each) => each.id === at) : undefined;
      if (other && of === id)
        this.resistor(start, landingOf(model, conditions, other.id, other.from), USUAL_OHMS.contact);
    }
  }

  private supply(supply: SupplyDocument): void {
    const { id, from } = supply;
    const earth = supplyTerminal(supply, 'earth');
    if (earth !== undefined) this.toEarth(earth, USUAL_OHMS.bond);
    const bond = bondOf(supply);
    const bonded = typeof bond === 'object' ? supply.terminals?.[bond.at] : undefined;
    const isEarthed = bonded !== undefined && (from !== undefined || this.situation.isOn(id) === true);
    if (isEarthed && bonded !== earth) this.toEarth(bonded, USUAL_OHMS.bond);
    if (this.kind === 'ohms') return;
    if (from !== undefined) return this.derived(supply);
    if (this.situation.isOn(id) === undefined)
      this.undeclare(Object.values(supply.terminals ?? {}), `Nobody said whether "${id}" is on.`);
    else if (this.situation.isOn(id)) this.source(supply);
    else this.upstream(supply);
  }

  /** A supply from outside: every conductor that is not its return stands against it. */
  private source(supply: SupplyDocument): void {
    const isDirect = supply.system === 'dc';
    if (isDirect !== (this.kind === 'direct')) return this.atRest(supply);
    const faults = this.situation.faultsOf(supply.id);
    const lost = new Set(faults.flatMap(({ mode, at }) => (mode === 'lost' ? [at ?? ''] : [])));
    if (lost.has('')) return;
    const part = faults.reduce(
      (all, fault) => (fault.mode === 'low' || fault.mode === 'high' ? all * partOf(fault) : all),
      1,
    );
    const neutral = supplyTerminal(supply, isDirect ? 'minus' : 'return');
    const star = `${supply.id}@source`;
    const volts = this.situation.wiring.volts(supply.id) * part * this.vary('supply');
    const hertz = isDirect ? 0 : this.situation.hertz;
    const ohms = ratedOr(USUAL_OHMS.source, supply.impedance, 'resistance');
    const neutralName = Object.entries(supply.terminals ?? {}).find(([, terminal]) => terminal === neutral)?.[0];
    if (neutral !== undefined && !lost.has(neutralName ?? '')) this.resistor(star, neutral, USUAL_OHMS.bar);
    else this.points.of(star);
    for (const [name, terminal] of Object.entries(supply.terminals ?? {})) {
      const phase = sourcePhasor(supply, name, volts);
      if (!phase || lost.has(name)) continue;
      const [a, b] = [this.points.of(terminal), this.points.of(star)];
      this.elements.push({ kind: 'voltage', a, b, volts: phase.volts, degrees: phase.degrees, hertz, ohms });
    }
  }

  /** A source of the other kind is a path for this one. */
  private atRest(supply: SupplyDocument): void {
    const terminals = Object.entries(supply.terminals ?? {}).filter(
      ([name]) => conductorRole(supply, name) !== 'earth',
    );
    const [first, ...others] = terminals.map(([, terminal]) => terminal);
    for (const other of others)
      if (first !== undefined) this.resistor(first, other, ratedOr(USUAL_OHMS.source, supply.impedance, 'resistance'));
  }

  /** What stands before an isolator that is off may be alive. */
  private upstream({ id, isolatedBy }: SupplyDocument): void {
    if (isolatedBy === undefined) return;
    this.undeclare(
      [`${isolatedBy}.1`, `${isolatedBy}.3`],
      `What stands before ${isolatedBy} may be alive while "${id}" is off.`,
    );
  }

  /** A direct supply that a power unit or a rectifier on a board makes, as large as what feeds it; alternating ones follow the transformer. */
  private derived(supply: SupplyDocument): void {
    if (supply.system !== 'dc') return;
    const [plus, minus] = [supplyTerminal(supply, 'plus'), supplyTerminal(supply, 'minus')];
    if (plus === undefined || minus === undefined) return;
    const part = this.state.derived.get(supply.id) ?? 0;
    const stores = this.situation.model.boards.some(({ functions = [] }) =>
      functions.some(
        ({ kind, between = [], storedFor }) => kind === 'bus' && storedFor !== undefined && between.includes(plus),
      ),
    );
    if (part === 0 && stores)
      return this.undeclare([plus, minus], 'What is stored there is gone only where it was read.');
    if (part === 0) return;
    const volts = this.kind === 'direct' ? this.situation.wiring.volts(supply.id) * part : 0;
    const [a, b] = [
      this.points.of(this.outputOf(supply, plus, 'S1')),
      this.points.of(this.outputOf(supply, minus, 'S2')),
    ];
    this.elements.push({
      kind: 'voltage',
      a,
      b,
      volts,
      hertz: this.kind === 'direct' ? 0 : this.situation.hertz,
      ohms: this.derivedOhms(supply),
    });
  }

  /** Where a derived supply is made: at the secondary of what makes it, before fuses and wires. */
  private outputOf({ from = '' }: SupplyDocument, terminal: string, secondary: string): string {
    const device = this.situation.model.devices.find(({ id }) => id === from);
    return device?.kind === 'transformer' ? `${from}.${secondary}` : terminal;
  }

  private derivedOhms({ from = '' }: SupplyDocument): number {
    const device = this.situation.model.devices.find(({ id }) => id === from);
    return ratedOr(USUAL_OHMS.source, device?.secondaryResistance, 'resistance');
  }

  private devices(): void {
    const { model } = this.situation;
    for (const device of model.devices) {
      const { id, kind } = device;
      const faults = this.situation.faultsOf(id);
      if (kind === 'bus') {
        const [first, ...others] = device.terminals ?? [];
        for (const other of others) this.joined(id, `${id}.${first ?? ''}`, `${id}.${other}`, USUAL_OHMS.bar);
      }
      if (kind === 'fuse' && this.state.blown.get(id) !== true) this.joined(id, `${id}.1`, `${id}.2`, USUAL_OHMS.fuse);
      if (kind === 'transformer') this.transformer(device);
      if (kind === 'delay-module') this.delay(device);
      if (kind === 'battery') this.battery(device);
      if (CONTACTS_UNTOLD.has(kind)) this.untold(device);
      if (OWN_VOLTS.has(kind) && this.kind !== 'ohms')
        this.undeclare(
          (device.terminals ?? ['supply', 'signal', 'common']).map((each) => `${id}.${each}`),
          `Nobody declared what ${id} gives.`,
        );
      for (const load of loadsOf(device, this.state.pulledIn.get(id) ?? false, this.situation.madeFor(device)))
        this.load(load, faults);
    }
  }

  private load(
    { from, to, deadOhms, directOhms, alternating, farads }: ReturnType<typeof loadsOf>[number],
    faults: readonly InjectedFault[],
  ): void {
    const [a, b] = [this.points.of(from), this.points.of(to)];
    for (const fault of faults) if (isEarthFault(fault)) this.toEarth(from, sizeOf(fault, EARTH_LEAK));
    const isOpen = faults.some(
      ({ mode, at }) => (mode === 'open' || mode === 'coil-open') && (at === undefined || from.endsWith(`.${at}`)),
    );
    if (isOpen) return;
    if (faults.some(({ mode }) => mode === 'shorted' || mode === 'coil-shorted'))
      return this.resistor(from, to, USUAL_OHMS.contact);
    const part = faults.reduce((all, fault) => (fault.mode === 'drifted' ? all * partOf(fault) : all), 1);
    const vary = this.vary('ohms') * part;
    if (farads !== undefined) {
      if (this.kind === 'alternating') this.elements.push({ kind: 'capacitor', a, b, farads: farads * vary });
      return;
    }
    // A motor that stands takes what its wire lets through.
    const isSeized = faults.some(({ mode }) => mode === 'seized');
    if (isSeized) return this.resistor(from, to, deadOhms * vary);
    const { ohms, reactance } = alternating;
    if (this.kind !== 'alternating' || reactance === 0)
      return this.resistor(from, to, { alternating: ohms, direct: directOhms, ohms: deadOhms }[this.kind] * vary);
    this.elements.push({
      kind: 'inductor',
      a,
      b,
      ohms: ohms * vary,
      henries: (reactance * vary) / (2 * Math.PI * this.situation.hertz),
    });
  }

  private transformer(device: DeviceDocument): void {
    const { id, primary, secondary, rating, regulation, primaryResistance, secondaryResistance } = device;
    const [p1, p2, s1, s2] = ['P1', 'P2', 'S1', 'S2'].map((terminal) => `${id}.${terminal}`) as [
      string,
      string,
      string,
      string,
    ];
    const isDirect = this.situation.model.supplies.some(({ from, system }) => from === id && system === 'dc');
    const modes = new Set(this.situation.faultsOf(id).map(({ mode }) => mode));
    const [into, out] = [ratedOr(230, primary, 'voltage'), ratedOr(24, secondary, 'voltage')];
    const [primaryOhms, secondaryOhms] = [
      ratedOr(50, primaryResistance, 'resistance'),
      ratedOr(1, secondaryResistance, 'resistance'),
    ];
    if (this.kind !== 'alternating' || isDirect) {
      if (!modes.has('primary-open')) this.resistor(p1, p2, this.kind === 'alternating' ? into * into : primaryOhms);
      if (!modes.has('secondary-open') && !(isDirect && this.kind !== 'ohms')) this.resistor(s1, s2, secondaryOhms);
      return;
    }
    if (modes.has('primary-open') || modes.has('secondary-open') || modes.has('dead')) return;
    const drop = ratedPart(regulation) ?? 0;
    const amperes = ratedOr(40, rating, 'apparent-power', 'power') / out;
    const ohms = drop > 0 ? (out * drop) / amperes : secondaryOhms + primaryOhms / (into / out) ** 2;
    this.elements.push({
      kind: 'transformer',
      primary: [this.points.of(p1), this.points.of(p2)],
      secondary: [this.points.of(s1), this.points.of(s2)],
      ratio: into / (out * (1 + drop) * this.vary('ratio')),
      ohms,
      primaryOhms,
      secondaryOhms,
    });
    // Without a load its iron still takes a current, and still ties its two primary terminals to each other.
    const reactance = into ** 2 / (MAGNETISING * ratedOr(40, rating, 'apparent-power', 'power'));
    this.elements.push({
      kind: 'inductor',
      a: this.points.of(p1),
      b: this.points.of(p2),
      ohms: primaryOhms,
      henries: reactance / (2 * Math.PI * this.situation.hertz),
    });
  }

  /** Settled it has let its time pass: it conducts, less what it drops itself. Ohms through one say nothing. */
  private delay({ id, drop, leakage }: DeviceDocument): void {
    const [from, to] = [`${id}.1`, `${id}.2`];
    const isDead = this.situation.faultsOf(id).some(({ mode }) => mode === 'dead' || mode === 'open');
    if (this.kind === 'ohms') return this.undeclare([from, to], `Nobody declared what ${id} reads without power.`);
    if (isDead) return this.resistor(from, to, this.controlVolts() / ratedOr(1e-6, leakage, 'current'));
    // Its drop stands for ohms at the current its load takes: about a quarter of an ampere in control circuits.
    this.resistor(from, to, ratedOr(0.5, drop, 'voltage') / USUAL_CONTROL_AMPERES);
  }

  private controlVolts(): number {
    const control = this.situation.model.supplies.find(({ system }) => system === 'class-2-ac');
    return control ? this.situation.wiring.volts(control.id) : this.mains;
  }

  /** Something with contacts or volts inside of which the list tells nothing: any two of its terminals. */
  private untold(device: DeviceDocument): void {
    const terminals = terminalsOf(device).map((terminal) => `${device.id}.${terminal}`);
    const { calls = [] } = this.situation.model;
    // What the calls join of it is declared.
    const ends = new Set(calls.flatMap(({ id }) => this.situation.callEnds(id)));
    if (!terminals.every((terminal) => ends.has(terminal)))
      this.undeclare(terminals, `Nobody declared what ${device.id} joins or gives.`);
  }

  private battery({ id, nominal }: DeviceDocument): void {
    const weak = this.situation
      .faultsOf(id)
      .reduce((all, fault) => (fault.mode === 'weak' ? all * partOf(fault, 0.7) : all), 1);
    const [a, b] = [this.points.of(`${id}.+`), this.points.of(`${id}.-`)];
    if (this.situation.faultsOf(id).some(({ mode }) => mode === 'open')) return;
    if (this.kind === 'ohms')
      return this.undeclare([`${id}.+`, `${id}.-`], `Ohms across ${id} say nothing: it has volts.`);
    const volts = this.kind === 'direct' ? ratedOr(1.5, nominal, 'voltage') * weak : 0;
    this.elements.push({
      kind: 'voltage',
      a,
      b,
      volts,
      hertz: this.kind === 'direct' ? 0 : this.situation.hertz,
      ohms: 1,
    });
  }

  private boards(): void {
    for (const board of this.situation.model.boards) {
      this.undeclared.push(...undeclaredPins(this.situation, board, this.kind === 'ohms'));
      for (const each of board.functions ?? []) {
        const element = `${board.id}:${each.id}`;
        const [first, ...others] = each.between ?? [];
        switch (each.kind) {
          case 'trace':
            others.forEach((other) => this.joined(element, first ?? '', other, USUAL_OHMS.bar));
            break;
          case 'fuse':
            others.forEach((other) => this.joined(element, first ?? '', other, USUAL_OHMS.fuse));
            break;
          case 'resistor':
            others.forEach((other) =>
              this.joined(element, first ?? '', other, ratedOr(MEGOHM, each.resistance, 'resistance')),
            );
            break;
          case 'input':
            others.forEach((other) => this.resistor(first ?? '', other, ratedOr(MEGOHM, each.impedance, 'resistance')));
            break;
          case 'bus':
            others.forEach((other) => this.resistor(first ?? '', other, ratedOr(MEGOHM, each.bleeder, 'resistance')));
            break;
          case 'supply':
            this.boardSupply(each.input ?? [], each.draws, element);
            break;
          case 'driver':
          case 'link-driver':
          case 'link-receiver':
            if (each.between) this.undeclare(each.between, `Nobody declared what ${element} gives.`);
            break;
        }
      }
    }
  }

  /** What a board takes for itself, as ohms at the volts it is made for; without power nobody knows what it reads. */
  private boardSupply([from, to]: readonly string[], draws: string | undefined, element: string): void {
    if (from === undefined || to === undefined) return;
    if (this.kind === 'ohms') return this.undeclare([from, to], `Nobody declared what ${element} reads without power.`);
    const watts = ratedOr(2, draws, 'power', 'apparent-power');
    const volts = this.situation.nominalBetween(from, to);
    this.resistor(from, to, (volts * volts) / watts);
  }

  /** Jumpers by their two ends, `FS1.1+FS1.2`, or across the terminals 1 and 2 of a device. */
  private jumpers(): void {
    const { conditions, model, wiring } = this.situation;
    for (const [name, state] of Object.entries(conditions.bypasses ?? {})) {
      if (state !== 'in') continue;
      const ends = model.devices.some(({ id }) => id === name) ? [`${name}.1`, `${name}.2`] : jumperEnds(name, wiring);
      if (ends?.[0] !== undefined && ends[1] !== undefined) this.resistor(ends[0], ends[1], USUAL_OHMS.contact);
    }
  }

  private contact(contact: Contact): void {
    const { element, from, to, state, isRest = false } = contact;
    const faults = this.situation.faultsOf(element);
    this.points.of(from);
    this.points.of(to);
    if (state === undefined) this.unsettled.push(contact);
    // Taken for at rest unless it is tried the other way.
    if (state ?? this.closed.has(element) !== isRest) this.resistor(from, to, USUAL_OHMS.contact + poorJoint(faults));
  }

  /** Any two of these points may have volts or ohms between them that nobody declared. */
  private undeclare(points: readonly string[], because: string): void {
    const [first] = points;
    if (points.length === 1 && first !== undefined) this.undeclared.push({ from: first, because });
    points.forEach((from, index) =>
      points.slice(index + 1).forEach((to) => this.undeclared.push({ from, to, because })),
    );
  }
}

/** Part of its rating a small transformer takes without a load; common practice, no source. */
const MAGNETISING = 0.08;

/** Amperes a control circuit takes; common practice, no source. */
const USUAL_CONTROL_AMPERES = 0.3;

/** Kinds whose contacts stand in no list. */
const CONTACTS_UNTOLD: ReadonlySet<string> = new Set(['selector', 'room-control']);

/** Kinds that make volts of their own which nobody declared. */
const OWN_VOLTS: ReadonlySet<string> = new Set(['three-wire-sensor', 'pulse-sensor', 'flame-rod']);

function copper(metres: number, squareMillimetres: number): number {
  return (COPPER_OHMS * metres) / squareMillimetres;
}

/** What a direct supply that is made out of an alternating one gives, as a part of its nominal. */
export function derivedPart(nominal: number, fed: number, feed: number): number {
  const isPeak = Math.abs(nominal / (feed * PEAK) - 1) < 0.15;
  if (isPeak) return (fed * PEAK) / nominal;
  return fed / feed;
}
