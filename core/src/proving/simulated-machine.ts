import { readMachine, isSo, settled, Situation, worldOf, type InjectedFault, type MachineReading } from '../circuit';
import type { Conditions } from '../procedure';
import type { MeasurementFunction } from '../quantity';
import type { Wiring } from '../unit-model';

/** A machine with faults in it that can be read and looked at under one condition after the other. */
export class SimulatedMachine {
  private readonly situations = new Map<string, Situation>();
  private readonly readings = new Map<string, MachineReading>();
  /** Readings that were computed, not remembered. */
  computed = 0;

  private present: readonly InjectedFault[];

  constructor(
    readonly wiring: Wiring,
    faults: readonly InjectedFault[] = [],
  ) {
    this.present = faults;
  }

  /** Faults that are in it, and what they have broken since. */
  get faults(): readonly InjectedFault[] {
    return this.present;
  }

  /** It stands so for a while: a fuse that blows stays blown whatever is switched afterwards. */
  stands(conditions: Conditions): void {
    const machine = settled(this.situation(conditions));
    if ('cannotCompute' in machine) return;
    const blown = [...machine.state.blown].flatMap(([of, isBlown]) => (isBlown ? [{ of, mode: 'open' }] : []));
    const fresh = blown.filter(({ of }) => !this.present.some((fault) => fault.of === of && fault.mode === 'open'));
    if (fresh.length === 0) return;
    this.present = [...this.present, ...fresh];
    this.situations.clear();
    this.readings.clear();
  }

  /** What a meter with so many ohms would show between two points. */
  reading(
    conditions: Conditions,
    points: { readonly from: string; readonly to: string },
    measured: MeasurementFunction,
    meterOhms?: number,
  ): MachineReading {
    const key = [JSON.stringify(conditions), points.from, points.to, measured, meterOhms].join(' ');
    const known = this.readings.get(key);
    if (known) return known;
    this.computed += 1;
    const found = readMachine({
      wiring: this.wiring,
      ...points,
      function: measured,
      conditions,
      faults: this.faults,
      situation: this.situation(conditions),
      isSpreadWanted: false,
      ...(meterOhms === undefined ? {} : { meterOhms }),
    });
    this.readings.set(key, found);
    return found;
  }

  /** Whether an expression in the unit model's own words is so; undefined where nobody can tell. */
  isSo(conditions: Conditions, text: string): boolean | undefined {
    const situation = this.situation(conditions);
    const machine = settled(situation);
    return 'cannotCompute' in machine ? undefined : isSo(text, worldOf(situation, machine.state));
  }

  /** The same of a complaint: a call is one because somebody wants it, whatever becomes of it at the machine. */
  complains(conditions: Conditions, text: string): boolean | undefined {
    const situation = this.situation(conditions);
    const machine = settled(situation);
    if ('cannotCompute' in machine) return undefined;
    const world = worldOf(situation, machine.state);
    return isSo(text, {
      ...world,
      isSo(name) {
        const call = /^call\.(.+)$/.exec(name)?.[1];
        return call === undefined ? world.isSo(name) : conditions.calls?.[call] === 'on';
      },
    });
  }

  private situation(conditions: Conditions): Situation {
    const key = JSON.stringify(conditions);
    const known = this.situations.get(key) ?? new Situation(this.wiring, conditions, this.faults);
    this.situations.set(key, known);
    return known;
  }
}
