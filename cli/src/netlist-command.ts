import { machineNetwork, settled, Situation, spiceNetlist } from '@juxtameter/core';
import type { Console } from './console';
import { askedMachine, type MachineOptions } from './machine-options';
import { UsageError } from './usage-error';

export interface NetlistOptions extends MachineOptions {
  /** `alternating`, `direct` or `ohms`. */
  readonly of?: string;
}

const KINDS = ['alternating', 'direct', 'ohms'] as const;

/** `netlist --unit-model F`: the machine as it has settled, as a netlist that ngspice runs unchanged. */
export function netlistCommand(options: NetlistOptions, console: Console): number {
  const { wiring, conditions, faults, outputs } = askedMachine(options, console);
  const kind = KINDS.find((each) => each === (options.of ?? 'alternating'));
  if (!kind) throw new UsageError(`--of "${options.of}" is not known; accepted: ${KINDS.join(', ')}.`);
  const situation = new Situation(wiring, conditions, faults, outputs);
  const machine = settled(situation);
  if ('cannotCompute' in machine) throw new UsageError(`There is no netlist: ${machine.cannotCompute}`);
  const { network, points } = machineNetwork(situation, machine.state, kind);
  const names = points.named.map(([name, node]) => `* ${node} = ${name}`);
  const netlist = spiceNetlist(network, kind === 'alternating' ? situation.hertz : 0, `${wiring.model.name}, ${kind}`);
  const [title = '', ...rest] = netlist.trimEnd().split('\n');
  console.print([title, ...names, ...rest].join('\n'));
  return 0;
}
