/** What a machine has done of itself once everything has settled: what pulled in, what is powered, what has come about. */
export interface MachineState {
  /** Devices with a coil, and whether it holds. */
  readonly pulledIn: ReadonlyMap<string, boolean>;
  /** Supplies on boards, as `board:function`, and whether they live. */
  readonly powered: ReadonlyMap<string, boolean>;
  /** Inputs of boards, as `board:function`, and whether they see what they wait for. */
  readonly inputs: ReadonlyMap<string, boolean>;
  /** Loads that work. */
  readonly energised: ReadonlyMap<string, boolean>;
  /** What follows from loads that work: "air moves". */
  readonly effects: ReadonlyMap<string, boolean>;
  /** Part of its nominal volts a derived direct supply gives. */
  readonly derived: ReadonlyMap<string, number>;
  /** Fuses that have blown: they stay so. */
  readonly blown: ReadonlyMap<string, boolean>;
}

export const AT_REST: MachineState = {
  pulledIn: new Map(),
  powered: new Map(),
  inputs: new Map(),
  energised: new Map(),
  effects: new Map(),
  derived: new Map(),
  blown: new Map(),
};

/** The same state has the same words. */
export function stateKey(state: MachineState): string {
  const told = (map: ReadonlyMap<string, boolean | number>): string =>
    [...map]
      .filter(([, value]) => value !== false && value !== 0)
      .map(([name, value]) => `${name}=${typeof value === 'number' ? value.toPrecision(3) : ''}`)
      .sort()
      .join(',');
  const { pulledIn, powered, inputs, energised, effects, derived, blown } = state;
  return [pulledIn, powered, inputs, energised, effects, derived, blown].map(told).join(';');
}
