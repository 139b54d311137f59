import {
  formatValue,
  MEASUREMENT_FUNCTIONS,
  readMachine,
  readMeter,
  type MachineReading,
  type MeasurementFunction,
} from '@juxtameter/core';
import { meterContract } from '@juxtameter/contract/check';
import { stringify } from 'csv-stringify/sync';
import type { Console } from './console';
import { readFileAs } from './files';
import { askedMachine, type AskedMachine, type MachineOptions } from './machine-options';
import { UsageError } from './usage-error';

export interface ReadOptions extends MachineOptions {
  readonly from?: string;
  readonly to?: string;
  readonly function: string;
  readonly meter?: string;
  /** A board whose terminals are read against each other, all of them. */
  readonly all?: string;
  readonly json?: boolean;
}

/** `read --unit-model F --from A --to B --function F`: what a meter would show at a machine, healthy or not. */
export function readCommand(options: ReadOptions, console: Console): number {
  const machine = askedMachine(options, console);
  const measured = MEASUREMENT_FUNCTIONS.find((each) => each === options.function);
  if (!measured)
    throw new UsageError(
      `--function "${options.function}" is not known; accepted: ac-voltage, dc-voltage, resistance, continuity.`,
    );
  const meterOhms = meterOhmsOf(options.meter, measured, console);
  if (options.all !== undefined) return readAll(machine, options.all, measured, meterOhms, options.json, console);
  const { from, to } = options;
  if (from === undefined || to === undefined) throw new UsageError('Say --from and --to, or --all with a board.');
  const reading = readMachine({ ...machine, from, to, function: measured, ...meterOhms });
  console.print(options.json ? JSON.stringify(told(reading)) : wordsOf(reading, measured));
  return 0;
}

function meterOhmsOf(
  file: string | undefined,
  measured: MeasurementFunction,
  console: Console,
): { readonly meterOhms?: number } {
  if (file === undefined) return {};
  const meterOhms = readMeter(readFileAs(file, meterContract, console)).functions.get(measured)?.inputImpedance;
  return meterOhms === undefined ? {} : { meterOhms };
}

function readAll(
  machine: AskedMachine,
  board: string,
  measured: MeasurementFunction,
  meterOhms: { readonly meterOhms?: number },
  isJson: boolean | undefined,
  { print }: Console,
): number {
  const found = machine.wiring.model.boards.find(({ id }) => id === board);
  if (!found)
    throw new UsageError(
      `--all "${board}" is no board; accepted: ${machine.wiring.model.boards.map(({ id }) => id).join(', ')}.`,
    );
  const pins = found.connectors.flatMap(({ id, pins: own }) => own.map((pin) => `${board}.${id}.${pin.id}`));
  const rows = pins.flatMap((from, index) =>
    pins.slice(index + 1).map((to) => ({
      from,
      to,
      ...told(readMachine({ ...machine, from, to, function: measured, isSpreadWanted: false, ...meterOhms })),
    })),
  );
  const columns = ['from', 'to', 'value', 'unit', 'cannotCompute'];
  print(isJson ? JSON.stringify(rows) : stringify(rows, { header: true, columns }).trimEnd());
  return 0;
}

/** Open is no figure: `value` is null and `open` says so. */
function told(reading: MachineReading): Readonly<Record<string, unknown>> {
  if ('cannotCompute' in reading) return reading;
  const figure = (value: number): number | null => (Number.isFinite(value) ? Number(value.toPrecision(9)) : null);
  const { value, unit, low, high } = reading;
  return {
    value: figure(value),
    unit,
    low: figure(low),
    high: figure(high),
    ...(Number.isFinite(value) ? {} : { open: true }),
  };
}

function wordsOf(reading: MachineReading, measured: MeasurementFunction): string {
  if ('cannotCompute' in reading) return `cannot compute: ${reading.cannotCompute}`;
  const { value, unit, low, high } = reading;
  if (!Number.isFinite(value)) return 'open';
  const kind = measured === 'ac-voltage' ? ' AC' : measured === 'dc-voltage' ? ' DC' : '';
  return `${formatValue(value, unit)}${kind} (${formatValue(low, unit)} to ${formatValue(high, unit)})`;
}
