import { isKnownElement, isLandingOf, supplyNominal, terminalAddresses, terminalLabel } from './unit-model';
import { isBoardFunction, parseAddress } from './address';
import { seriesElements, wireNets, type Nets, type SeriesElement } from './nets';
import type { UnitModelDocument } from './unit-model-document';

/** A point of the wiring list with the name it has at the machine. */
export interface KnownPoint {
  readonly address: string;
  readonly label: string;
}

/**
 * What follows from a unit model's wiring list, worked out once and handed on: which terminals there are and how they
 * are called, and which of them are one node. Nothing of it changes while a visit lasts.
 */
export class Wiring {
  /** Every address the unit model publishes. */
  readonly terminals: ReadonlySet<string>;
  /** Whatever is nearly a wire when it is whole and closed. */
  readonly series: readonly SeriesElement[];
  /** One node by wires, buses and traces alone. */
  readonly byWire: Nets;
  readonly #byName = new Map<string, KnownPoint>();
  readonly #volts = new Map<string, number>();
  #byConductor: Nets | undefined;
  #byDevices: Nets | undefined;

  constructor(readonly model: UnitModelDocument) {
    this.terminals = terminalAddresses(model);
    this.series = seriesElements(model);
    this.byWire = wireNets(model);
  }

  /** One node by wires and through everything in series, taken for whole and closed. */
  get byConductor(): Nets {
    this.#byConductor ??= wireNets(this.model, this.series);
    return this.#byConductor;
  }

  /** One node by wires and through every device in series, taken for whole and closed; contacts of boards are open. */
  get byDevices(): Nets {
    this.#byDevices ??= wireNets(this.model, this.seriesDevices);
    return this.#byDevices;
  }

  /** One node by wires and through the elements in series that `conducts` lets pass. */
  through(conducts: (element: SeriesElement) => boolean): Nets {
    return wireNets(this.model, this.series.filter(conducts));
  }

  /** The devices, not the boards, in series: contacts of boards are open while nothing has power. */
  get seriesDevices(): readonly SeriesElement[] {
    return this.series.filter(({ id }) => !isBoardFunction(id));
  }

  /** True for a published terminal, its harness side or a lifted wire's free end. */
  hasTerminal(address: string): boolean {
    if (this.terminals.has(address)) return true;
    const parsed = parseAddress(address);
    if (!parsed || !this.terminals.has(parsed.terminal)) return false;
    const { lifted, terminal } = parsed;
    return lifted === undefined || this.model.wires.some((wire) => wire.id === lifted && isLandingOf(wire, terminal));
  }

  hasElement(reference: string): boolean {
    return isKnownElement(this.model, reference);
  }

  /** Nominal volts of a supply. */
  volts(supply: string): number {
    const known = this.#volts.get(supply) ?? supplyNominal(this.model, supply);
    this.#volts.set(supply, known);
    return known;
  }

  /** Every terminal, in the order of the wiring list. */
  get points(): readonly KnownPoint[] {
    return [...new Set(this.#named().values())];
  }

  /**
   * The terminal a technician's words name, by its address or the label at the machine, however the parts are divided:
   * "X1·3", "x1 3", "CB.X1.3". What names no terminal stays as it was said.
   */
  pointOf(words: string): string {
    return this.#named().get(nameKey(words))?.address ?? words.trim();
  }

  #named(): ReadonlyMap<string, KnownPoint> {
    if (this.#byName.size > 0) return this.#byName;
    for (const address of this.terminals) {
      const point = { address, label: terminalLabel(this.model, address) };
      for (const name of [point.label, address]) this.#byName.set(nameKey(name), point);
    }
    return this.#byName;
  }
}

function nameKey(words: string): string {
  return words
    .trim()
    .toLowerCase()
    .replace(/[\s.·:/-]+/g, '.');
}
