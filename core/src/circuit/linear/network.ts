/**
 * A linear network: nodes joined by elements whose values do not depend on what flows. Node 0 is the reference; every
 * figure is in base units (ohm, farad, henry, volt and ampere as RMS where they alternate, hertz, degrees).
 */
export interface Network {
  /** How many nodes there are, the reference among them. */
  readonly nodes: number;
  readonly elements: readonly NetworkElement[];
}

export type NetworkElement =
  ResistorElement | CapacitorElement | InductorElement | VoltageElement | CurrentElement | TransformerElement;

interface TwoNodes {
  readonly a: number;
  readonly b: number;
}

export interface ResistorElement extends TwoNodes {
  readonly kind: 'resistor';
  /** Above zero. What is open is left out; what is closed has its contact's resistance. */
  readonly ohms: number;
}

export interface CapacitorElement extends TwoNodes {
  readonly kind: 'capacitor';
  readonly farads: number;
}

/** A coil: its wire's resistance in series with its inductance. */
export interface InductorElement extends TwoNodes {
  readonly kind: 'inductor';
  readonly henries: number;
  /** Above zero: it is all that is left of it at DC. */
  readonly ohms: number;
}

/** A source from b to a. */
export interface VoltageElement extends TwoNodes {
  readonly kind: 'voltage';
  readonly volts: number;
  readonly degrees?: number;
  /** 0 for DC. */
  readonly hertz: number;
  /** In series with it; none where nothing is said. */
  readonly ohms?: number;
}

/** A source that drives a current through itself from b to a, whatever it meets. */
export interface CurrentElement extends TwoNodes {
  readonly kind: 'current';
  readonly amperes: number;
  readonly degrees?: number;
  readonly hertz: number;
}

/**
 * An ideal transformer whose losses stand in series with its secondary: what it drops under load, its regulation. It
 * passes nothing at DC, where each winding is a resistance of its own.
 */
export interface TransformerElement {
  readonly kind: 'transformer';
  readonly primary: readonly [number, number];
  readonly secondary: readonly [number, number];
  /** Turns of the primary for one of the secondary. */
  readonly ratio: number;
  /** Seen at the secondary, above zero. */
  readonly ohms: number;
  /** Resistance of each winding by itself, for DC. */
  readonly primaryOhms: number;
  readonly secondaryOhms: number;
}

/** Frequencies that sources of a network have, in hertz, 0 for DC, the lowest first. */
export function frequenciesOf({ elements }: Network): readonly number[] {
  const all = elements.flatMap((element) =>
    element.kind === 'voltage' || element.kind === 'current' ? [element.hertz] : [],
  );
  return [...new Set(all)].sort((a, b) => a - b);
}
