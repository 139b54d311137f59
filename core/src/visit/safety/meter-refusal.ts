import { categoryNumber, mostVolts, type Meter } from '../../meter';
import { formatValue, FUNCTIONS, type MeasurementFunction } from '../../quantity';
import { REFUSALS, type SupplyDocument, type Wiring } from '../../unit-model';
import type { VisitState } from '../record';

/** What is about to be measured. */
export interface AboutToMeasure {
  readonly function: MeasurementFunction;
  readonly from: string;
  readonly to: string;
  /** Volts the quantity would have if present. */
  readonly of?: number;
  /** Volts DC an insulation test is to be made with. */
  readonly testVolts?: number;
}

/**
 * Why this must not be measured with this meter, in one sentence, before a probe touches anything: over its rating or
 * category (IEC 61010-2-033), amps across a supply, or insulation without the tester for it. Undefined where nothing speaks against it.
 */
export function meterRefusal(
  wiring: Wiring,
  state: Pick<VisitState, 'conditions'>,
  meter: Meter | undefined,
  about: AboutToMeasure,
): string | undefined {
  const { dimension, stresses, readsVolts } = FUNCTIONS[about.function];
  if (stresses) return insulationRefusal(meter, about.testVolts);
  if (dimension !== 'voltage' && dimension !== 'current') return undefined;
  const reached = suppliesAt(wiring, about).filter(
    ({ id }) => (state.conditions.supplies?.[id] ?? 'unknown') !== 'proven-dead',
  );
  if (dimension === 'current') {
    const across = reached.find((supply) => isAcross(wiring, supply, about));
    return across === undefined ? undefined : REFUSALS.ampsAcrossSupply(nameOf(across));
  }
  if (!meter || !readsVolts) return undefined;
  const volts = Math.max(about.of ?? 0, ...reached.map(({ id }) => wiring.volts(id)));
  const category = Math.max(2, ...reached.map(categoryOf));
  const most = mostVolts(meter.ratings, category);
  if (volts <= most) return undefined;
  const needed = `CAT ${'I'.repeat(category).replace('IIII', 'IV')} ${formatValue(volts, 'V')}`;
  return REFUSALS.meterTooWeak(meter.name, meter.category, needed);
}

/** Insulation is tested with the voltage it is asked for; ohms of a multimeter say nothing of it. */
function insulationRefusal(meter: Meter | undefined, testVolts: number | undefined): string | undefined {
  if (!meter) return undefined;
  if (!meter.functions.has('insulation')) return REFUSALS.noInsulationTest(meter.name);
  if (testVolts === undefined || meter.insulationVoltages.includes(testVolts)) return undefined;
  const has = meter.insulationVoltages.map((volts) => formatValue(volts, 'V')).join(', ');
  return REFUSALS.otherTestVoltage(meter.name, formatValue(testVolts, 'V'), has);
}

/** Of mains nobody says where in the building they are taken from: a distribution board counts until it is known. */
function categoryOf({ category, system, from }: SupplyDocument): number {
  const isMains = from === undefined && system !== 'dc' && system !== 'class-2-ac';
  return categoryNumber(category) ?? (isMains ? 3 : 2);
}

function suppliesAt(wiring: Wiring, { from, to }: AboutToMeasure): readonly SupplyDocument[] {
  const nets = wiring.byConductor;
  return wiring.model.supplies.filter((supply) =>
    Object.entries(supply.terminals ?? {}).some(
      ([name, terminal]) => name !== 'E' && (nets.joined(terminal, from) || nets.joined(terminal, to)),
    ),
  );
}

function isAcross(wiring: Wiring, supply: SupplyDocument, { from, to }: AboutToMeasure): boolean {
  const nets = wiring.byConductor;
  const ends = Object.values(supply.terminals ?? {});
  const at = (point: string): readonly string[] => ends.filter((terminal) => nets.joined(terminal, point));
  return at(from).some((a) => at(to).some((b) => !nets.joined(a, b)));
}

function nameOf(supply: SupplyDocument): string {
  return supply.name ?? supply.id;
}
