import { categoryNumber, mostVolts, type Meter } from '../../meter';
import { formatValue, FUNCTIONS, inBase, readQuantity, type MeasurementFunction } from '../../quantity';
import { seriesElements, wireNets, type Nets, type SupplyDocument, type UnitModelDocument } from '../../unit-model';
import type { VisitState } from '../record';

/** What is about to be measured. */
export interface AboutToMeasure {
  readonly function: MeasurementFunction;
  readonly from: string;
  readonly to: string;
  /** Volts the quantity would have if present. */
  readonly of?: number;
}

/** Nets and supplies of a model, worked out once: it is asked at every key. */
const known = new WeakMap<UnitModelDocument, Nets>();

function netsOf(model: UnitModelDocument): Nets {
  const nets = known.get(model) ?? wireNets(model, seriesElements(model));
  known.set(model, nets);
  return nets;
}

/**
 * Why this must not be measured with this meter, in one sentence, before a probe touches anything: over its rating or
 * category (IEC 61010-2-033), or amps across a supply. Undefined where nothing speaks against it.
 */
export function meterRefusal(
  model: UnitModelDocument,
  state: Pick<VisitState, 'conditions'>,
  meter: Meter | undefined,
  about: AboutToMeasure,
): string | undefined {
  const { dimension } = FUNCTIONS[about.function];
  if (dimension !== 'voltage' && dimension !== 'current') return undefined;
  const reached = suppliesAt(model, about).filter(
    ({ id }) => (state.conditions.supplies?.[id] ?? 'unknown') !== 'proven-dead',
  );
  if (dimension === 'current') {
    const across = reached.find((supply) => isAcross(model, supply, about));
    return across === undefined
      ? undefined
      : `Amps across the ${nameOf(across)} supply would short it through the meter: amps are measured in series, or with a clamp.`;
  }
  if (!meter || about.function === 'diode') return undefined;
  const volts = Math.max(about.of ?? 0, ...reached.map(nominalVolts));
  const category = Math.max(2, ...reached.map((supply) => categoryNumber(supply.category) ?? 2));
  const most = mostVolts(meter.ratings, category);
  if (volts <= most) return undefined;
  const place = reached.find((supply) => (categoryNumber(supply.category) ?? 2) === category && supply.category);
  const needed = `${place?.category ?? 'CAT II'} ${formatValue(volts, 'V')}`;
  return `${meter.name} is built for ${meter.category}; here it takes ${needed}. Take a meter that is.`;
}

function suppliesAt(model: UnitModelDocument, { from, to }: AboutToMeasure): readonly SupplyDocument[] {
  const nets = netsOf(model);
  return model.supplies.filter((supply) =>
    Object.entries(supply.terminals ?? {}).some(
      ([name, terminal]) => name !== 'E' && (nets.joined(terminal, from) || nets.joined(terminal, to)),
    ),
  );
}

function isAcross(model: UnitModelDocument, supply: SupplyDocument, { from, to }: AboutToMeasure): boolean {
  const nets = netsOf(model);
  const ends = Object.values(supply.terminals ?? {});
  const at = (point: string): readonly string[] => ends.filter((terminal) => nets.joined(terminal, point));
  return at(from).some((a) => at(to).some((b) => !nets.joined(a, b)));
}

function nominalVolts(supply: SupplyDocument): number {
  return inBase(readQuantity(supply.nominal, `supplies.${supply.id}.nominal`, 'voltage'));
}

function nameOf(supply: SupplyDocument): string {
  return supply.name ?? supply.id;
}
