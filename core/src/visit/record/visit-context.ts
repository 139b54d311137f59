import type { Meter } from '../../meter';
import { chainsOf, nodesOf, type Chain, type Options } from '../../path';
import type { ProcedureDocument } from '../../procedure';
import { isDetached, Wiring, type UnitModelDocument } from '../../unit-model';

/** The pinned documents a visit is replayed with. */
export interface VisitDocuments {
  readonly model: UnitModelDocument;
  readonly procedures: Readonly<Record<string, ProcedureDocument>>;
  readonly meters: Readonly<Record<string, Meter>>;
  /** Optional devices the unit's file says it has or has not; what a visit notes goes before it. */
  readonly options?: Readonly<Record<string, boolean>>;
  /** Wire colours this unit is on file to have, by wire. */
  readonly wireColours?: Readonly<Record<string, string>>;
}

/**
 * What a visit is replayed with: its documents, and what follows from the wiring list, worked out once. It is made
 * where the documents come in and handed on; a change of document is another context.
 */
export class VisitContext implements VisitDocuments {
  readonly model: UnitModelDocument;
  readonly procedures: VisitDocuments['procedures'];
  readonly meters: VisitDocuments['meters'];
  readonly options: Options;
  readonly wireColours: Readonly<Record<string, string>>;
  readonly #wiring: Wiring;
  readonly #chains = new Map<string, readonly Chain[]>();
  readonly #places = new Map<Chain, Map<string, number | undefined>>();

  constructor({ model, procedures, meters, options = {}, wireColours = {} }: VisitDocuments) {
    this.model = model;
    this.procedures = procedures;
    this.meters = meters;
    this.options = options;
    this.wireColours = wireColours;
    this.#wiring = new Wiring(model);
  }

  /** What follows from the unit model. An accessor, so that no spread carries it over to another unit model. */
  get wiring(): Wiring {
    return this.#wiring;
  }

  /** Every chain of a unit that has these optional devices; asked for with every digit that is typed. */
  chains(options: Options): readonly Chain[] {
    const key = JSON.stringify(options);
    const found = this.#chains.get(key) ?? chainsOf(this.model, options);
    this.#chains.set(key, found);
    return found;
  }

  /** Index of a chain's node a terminal is, or is wired to; undefined beside it and on a pulled plug's side. */
  placeOn(chain: Chain, terminal: string): number | undefined {
    const known = this.#places.get(chain) ?? new Map<string, number | undefined>();
    this.#places.set(chain, known);
    if (!known.has(terminal)) known.set(terminal, this.#foundOn(chain, terminal));
    return known.get(terminal);
  }

  #foundOn(chain: Chain, terminal: string): number | undefined {
    const nodes = nodesOf(chain);
    const exact = nodes.indexOf(terminal);
    if (exact >= 0) return exact;
    if (isDetached(terminal)) return undefined;
    const joined = nodes.findIndex((point) => this.#wiring.byWire.joined(point, terminal));
    return joined >= 0 ? joined : undefined;
  }
}
