import {
  DeadOhms,
  deviceOhms,
  parseAddress,
  plugOf,
  supplyTerminal,
  terminalLabel,
  wireNets,
  type DeviceOhms,
  type Nets,
  type UnitModelDocument,
  type Wiring,
} from '../../unit-model';
import type { ExpectationDocument } from '../../expectation';
import type { SetPart } from '../procedure-document';

/** A cable and load that touch nothing else; common practice, no source. */
const CLEAR_OHMS = 1_000_000;

/** A conductor that goes out from the board. */
interface Lead {
  readonly address: string;
  readonly role: string | undefined;
}

/** A load that a contactor switches, and between which points it is reached. */
interface Driven {
  readonly device: DeviceOhms;
  readonly from: string;
  readonly to: string;
}

/**
 * What is read at the pulled plugs of a board before it gets power: across every load that plugs in, with all its windings,
 * with one end off the board or behind a contactor the board drives; between leads that lie side by side or in one cable;
 * and from every lead that goes out to earth. What each should read follows from the wiring list (`DeadOhms`).
 */
export function clearanceMembers(wiring: Wiring, boardId: string): readonly SetPart[] {
  return wiring.model.boards.some(({ id }) => id === boardId) ? new ClearanceList(wiring.model, boardId).members() : [];
}

class ClearanceList {
  private readonly ohms: DeadOhms;
  /** Without what the board itself joins. */
  private readonly byWire: Nets;
  private readonly pins: readonly Lead[];
  private readonly leads: readonly Lead[];
  private readonly devices: readonly DeviceOhms[];
  private readonly earth: string | undefined;

  constructor(
    private readonly model: UnitModelDocument,
    boardId: string,
  ) {
    const without = { ...model, boards: model.boards.filter(({ id }) => id !== boardId) };
    this.ohms = new DeadOhms(model, boardId);
    this.byWire = wireNets(without);
    this.devices = deviceOhms(without);
    this.earth = model.supplies.flatMap((supply) => supplyTerminal(supply, 'earth') ?? [])[0];
    this.pins = model.boards
      .filter(({ id }) => id === boardId)
      .flatMap(({ connectors }) => connectors.filter(({ pluggable }) => pluggable))
      .flatMap(({ id, pins }) => pins.map((pin) => ({ role: pin.role, address: `${boardId}.${id}.${pin.id}` })))
      .filter(({ address }) => model.wires.some(({ from, to }) => from === address || to === address));
    const out = this.pins.filter(({ role }) => role === 'output' || role === 'input' || role === 'link');
    // Two pins that one wire joins are one lead; what meets in a switch is two, since the switch may be open.
    this.leads = out.filter(
      ({ address }, index) => !out.slice(0, index).some((before) => this.byWire.joined(before.address, address)),
    );
  }

  members(): readonly SetPart[] {
    const own = this.devices.flatMap((device) => this.across(device) ?? []);
    const parts = numbered([...own, ...this.driven()]);
    const isRead = (a: string, b: string): boolean =>
      parts.some(({ from, to }) => [`${a}@plug`, `${b}@plug`].every((end) => end === from || end === to));
    const between = this.sideBySide().filter(([a, b]) => !isRead(a, b));
    return [
      ...parts,
      ...between.flatMap(([a, b]) => this.apart(a, b) ?? []),
      ...this.leads.flatMap(({ address }) => this.toEarth(address) ?? []),
    ];
  }

  /** Across a load that hangs on a lead of the board: at its plugs as far as they go, else where its other end is. */
  private across(device: DeviceOhms): SetPart | undefined {
    const [near, far] = [this.pinsAt(device.from), this.pinsAt(device.to)];
    if (this.ohms.joined(device.from, device.to) || ![...near, ...far].some((pin) => this.isLead(pin)))
      return undefined;
    const from = near[0] ?? far[0] ?? '';
    const others = near.length > 0 ? far : [];
    const to = others.find((pin) => plugOf(pin) === plugOf(from)) ?? others[0];
    const end = near.length > 0 ? device.to : device.from;
    return this.acrossPart(device, `${from}@plug`, to === undefined ? this.pointAt(end) : `${to}@plug`);
  }

  /** Loads behind the contacts of a coil that hangs on the board: open as they rest, they hide what follows them. */
  private driven(): readonly SetPart[] {
    const coils = this.devices.filter(({ from, to }) =>
      [from, to].some((end) => this.pinsAt(end).some((pin) => this.isLead(pin))),
    );
    const loads = this.model.devices
      .filter(({ id, coil }) => coil !== undefined && coils.some(({ device }) => device === id))
      .flatMap(({ id, contacts = [] }) => contacts.flat().map((terminal) => `${id}.${terminal}`))
      .filter((terminal) => !this.isFed(terminal))
      .flatMap((terminal) => this.behind(terminal));
    // Between two contacts it is met from either side.
    return [...new Map(loads.map((load) => [load.device, this.acrossPart(load.device, load.from, load.to)])).values()];
  }

  private behind(contact: string): readonly Driven[] {
    return this.devices.flatMap((device): readonly Driven[] => {
      const isNear = this.ohms.joined(device.from, contact);
      const isReached = isNear || this.ohms.joined(device.to, contact);
      if (!isReached || this.ohms.joined(device.from, device.to) || this.across(device)) return [];
      return [{ device, from: contact, to: this.pointAt(isNear ? device.to : device.from) }];
    });
  }

  private acrossPart(device: DeviceOhms, from: string, to: string): SetPart {
    const { model } = this;
    const [at, other] = [pinOf(from), pinOf(to)];
    return {
      id: `across-${device.device}`,
      name: `${device.device} across ${terminalLabel(model, at)} and ${terminalLabel(model, other)}`,
      from,
      to,
      expect: shouldRead(
        this.ohms.least(at, other),
        this.ohms.most(at, other),
        device.rated === undefined ? 'no rating is known; common practice' : `what ${device.rated} leaves open here`,
      ),
    };
  }

  /** Leads that a short could join: neighbours of one plug, cores of one cable. One of them at least is driven. */
  private sideBySide(): readonly (readonly [string, string])[] {
    return this.leads.flatMap((lead, index) =>
      this.leads.slice(0, index).flatMap((before, at): (readonly [string, string])[] => {
        const isNext = at === index - 1 && plugOf(before.address) === plugOf(lead.address);
        const isDriven = before.role === 'output' || lead.role === 'output';
        return isDriven && (isNext || this.shareCable(before.address, lead.address))
          ? [[before.address, lead.address]]
          : [];
      }),
    );
  }

  private shareCable(first: string, second: string): boolean {
    const cablesOf = (pin: string): readonly string[] =>
      this.model.wires.flatMap(({ from, to, cable }) =>
        cable !== undefined && [from, to].includes(pin) ? [cable] : [],
      );
    const cables = cablesOf(first);
    return cablesOf(second).some((cable) => cables.includes(cable));
  }

  private apart(from: string, to: string): SetPart | undefined {
    const least = this.ohms.least(from, to);
    // Joined by a switch: what they read says nothing.
    if (least === 0) return undefined;
    return {
      id: `between-${pinName(from)}-${pinName(to)}`,
      name: `${terminalLabel(this.model, from)} to ${terminalLabel(this.model, to)}`,
      from: `${from}@plug`,
      to: `${to}@plug`,
      expect: shouldRead(least, Infinity, Number.isFinite(least) ? 'through the loads they feed' : 'common practice'),
    };
  }

  /** A lead that ends, through its load, at a conductor bonded to earth cannot be clear of it: it must not be a short. */
  private toEarth(lead: string): SetPart | undefined {
    if (this.earth === undefined) return undefined;
    const least = this.ohms.least(lead, this.earth);
    if (least === 0) return undefined;
    return {
      id: `earth-${pinName(lead)}`,
      name: `${terminalLabel(this.model, lead)} to earth`,
      from: `${lead}@plug`,
      to: this.earth,
      expect: shouldRead(
        least,
        Infinity,
        Number.isFinite(least) ? 'its load may end at a conductor bonded to earth' : 'common practice',
      ),
    };
  }

  private pinsAt(terminal: string): readonly string[] {
    return this.pins.map(({ address }) => address).filter((address) => this.ohms.joined(address, terminal));
  }

  private isLead(pin: string): boolean {
    return this.leads.some(({ address }) => this.byWire.joined(address, pin));
  }

  /** Whether a supply's conductor comes in there, through whatever is closed. */
  private isFed(terminal: string): boolean {
    return this.model.supplies.some(({ terminals = {} }) =>
      Object.values(terminals).some((conductor) => this.ohms.joined(conductor, terminal)),
    );
  }

  /** Where one end of a load is best reached: at a rail it is wired to, else at the load itself. */
  private pointAt(terminal: string): string {
    const rails = this.model.devices
      .filter(({ kind }) => kind === 'bus')
      .flatMap(({ id, terminals = [] }) => terminals.map((name) => `${id}.${name}`));
    return rails.find((rail) => this.byWire.joined(rail, terminal)) ?? terminal;
  }
}

/** The second winding of a motor has a name of its own. */
function numbered(parts: readonly SetPart[]): readonly SetPart[] {
  return parts.map((part, index) => {
    const before = parts.slice(0, index).filter(({ id }) => id === part.id).length;
    return before === 0 ? part : { ...part, id: `${part.id}-${before + 1}` };
  });
}

function pinOf(point: string): string {
  return parseAddress(point)?.terminal ?? point;
}

function pinName(pin: string): string {
  return parseAddress(pin)?.within.join('-') ?? pin;
}

/**
 * A band with both ends where a load is to be seen: under it part of it is shorted, over it nothing was seen of it. Rounded
 * outwards, so that what is sound never lies outside.
 */
function shouldRead(least: number, most: number, source: string): ExpectationDocument {
  const low = ohmsWords(Math.min(least, CLEAR_OHMS), Math.floor);
  return Number.isFinite(most)
    ? { kind: 'range', low, high: ohmsWords(most, Math.ceil), source }
    : { kind: 'limit', atLeast: low, source };
}

/** Two digits and a unit: "31 Ω", "1 MΩ". */
function ohmsWords(ohms: number, round: (value: number) => number): string {
  // Between a bonded conductor and earth there may be nothing but a wire.
  if (ohms === 0) return '0 Ω';
  const step = 10 ** (Math.floor(Math.log10(ohms)) - 1);
  const rounded = Number((round(Number((ohms / step).toPrecision(12))) * step).toPrecision(2));
  const [divisor, unit] = rounded >= 1e6 ? [1e6, 'MΩ'] : rounded >= 1e3 ? [1e3, 'kΩ'] : [1, 'Ω'];
  return `${Number((rounded / divisor).toPrecision(2))} ${unit}`;
}
