import { Wiring, type Conditions, type InjectedFault } from '@juxtameter/core';
import {
  conditionsContract,
  injectedFaultContract,
  readDocument,
  unitModelContract,
  type Contract,
} from '@juxtameter/contract/check';
import type { Console } from './console';
import { readFileAs } from './files';
import { UsageError } from './usage-error';

/** What every command takes that asks what a machine does. */
export interface MachineOptions {
  readonly unitModel: string;
  readonly conditions?: string;
  readonly fault?: readonly string[];
  /** Outputs that are known to operate or not: `BC:gas-output=on`. */
  readonly output?: readonly string[];
}

export interface AskedMachine {
  readonly wiring: Wiring;
  readonly conditions: Conditions;
  readonly faults: readonly InjectedFault[];
  readonly outputs: ReadonlyMap<string, boolean>;
}

/** @throws UsageError where a document or a part of what is asked cannot be read. */
export function askedMachine(
  { unitModel, conditions, fault = [], output = [] }: MachineOptions,
  console: Console,
): AskedMachine {
  const wiring = new Wiring(readFileAs(unitModel, unitModelContract, console));
  return {
    wiring,
    conditions: conditions === undefined ? {} : (readAs('--conditions', conditions, conditionsContract) ?? {}),
    faults: fault.map((each) => readAs('--fault', each, injectedFaultContract)),
    outputs: new Map(output.map((each) => outputOf(wiring, each))),
  };
}

function readAs<Value>(option: string, text: string, contract: Contract<Value>): Value {
  const read = readDocument(text);
  const checked = read.ok ? contract.validate(read.value) : read;
  if (checked.ok) return checked.value;
  throw new UsageError(
    checked.problems.map(({ path, message }) => `${option}: ${path ? `${path}: ` : ''}${message}`).join('\n'),
  );
}

function outputOf(wiring: Wiring, text: string): readonly [string, boolean] {
  const [, element, state] = /^([^=]+)=(on|off)$/.exec(text) ?? [];
  if (element === undefined || !wiring.hasElement(element))
    throw new UsageError(`--output "${text}" is not read; accepted: a function of a board, BC:gas-output=on.`);
  return [element, state === 'on'];
}
