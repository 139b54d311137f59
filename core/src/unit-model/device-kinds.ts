/** What every kind of device publishes: its terminals, and the ratings a solver would otherwise have to guess. */
export interface DeviceKind {
  /** Terminals every device of the kind has; contacts add theirs. Empty: the device lists its own. */
  readonly terminals: readonly string[];
  readonly mustRate: readonly string[];
}

const kind = (terminals: readonly string[], mustRate: readonly string[] = []): DeviceKind => ({ terminals, mustRate });

export const DEVICE_KINDS: Readonly<Record<string, DeviceKind>> = {
  transformer: kind(
    ['P1', 'P2', 'S1', 'S2'],
    ['primary', 'secondary', 'rating', 'primaryResistance', 'secondaryResistance'],
  ),
  fuse: kind(['1', '2'], ['rating']),
  breaker: kind(['1', '2'], ['rating']),
  isolator: kind(['1', '2', '3', '4']),
  switch: kind(['1', '2'], ['closedWhen']),
  interlock: kind(['1', '2'], ['closedWhen']),
  'momentary-key': kind(['1', '2']),
  selector: kind([], ['positions']),
  relay: kind(['A1', 'A2'], ['coil']),
  contactor: kind(['A1', 'A2'], ['coil']),
  'delay-module': kind(['1', '2'], ['delay']),
  heater: kind(['1', '2'], ['power', 'resistance']),
  motor: kind([], ['power', 'windings']),
  capacitor: kind(['1', '2'], ['capacitance']),
  coil: kind(['1', '2'], ['nominal', 'resistance', 'holding']),
  valve: kind(['1', '2'], ['nominal', 'resistance', 'holding']),
  'gas-valve': kind(['1', '2'], ['nominal', 'resistance', 'holding']),
  igniter: kind(['1', '2'], ['nominal', 'resistance', 'current']),
  lamp: kind(['1', '2'], ['nominal', 'resistance', 'power']),
  rtd: kind(['1', '2'], ['at0C']),
  ntc: kind(['1', '2'], ['resistance']),
  'three-wire-sensor': kind(['supply', 'signal', 'common']),
  'pulse-sensor': kind(['supply', 'signal', 'common']),
  'flame-rod': kind(['1']),
  battery: kind(['+', '-'], ['nominal']),
  'room-control': kind([]),
  plug: kind(['L', 'N', 'E']),
  outlet: kind(['L', 'N', 'E']),
  splice: kind(['1']),
  'terminal-strip': kind([]),
  bus: kind([]),
  chassis: kind(['E']),
};
