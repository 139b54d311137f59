import insulationTester from '../../../demo/data/meters/insul-500.json';
import benchChart from '../../../demo/data/procedures/bench-stays-cold.json';
import fanChart from '../../../demo/data/procedures/fan-does-not-run.json';
import bench from '../../../demo/data/unit-models/heat-bench.json';
import fan from '../../../demo/data/unit-models/fan-inverter.json';
import benchVisit from '../../../demo/data/visits/heat-bench-1-traps.json';
import fanVisit from '../../../demo/data/visits/fan-south-traps.json';
import { readMeter, type MeterDocument } from '../meter';
import type { ProcedureDocument } from '../procedure';
import type { UnitModelDocument } from '../unit-model';
import { VisitContext, type VisitEvent } from '../visit';
import { HAND_METER, POCKET_METER } from './demo';

const INSULATION_TESTER = readMeter(insulationTester as unknown as MeterDocument);
const METERS = {
  [HAND_METER.id]: HAND_METER,
  [POCKET_METER.id]: POCKET_METER,
  [INSULATION_TESTER.id]: INSULATION_TESTER,
};

/** The demo heat bench and fan inverter: every kind of expectation, and the visits that walk into its traps. */
export const BENCH_CONTEXT = new VisitContext({
  model: bench as unknown as UnitModelDocument,
  procedures: { [benchChart.id]: benchChart as unknown as ProcedureDocument },
  meters: METERS,
});
export const FAN_CONTEXT = new VisitContext({
  model: fan as unknown as UnitModelDocument,
  procedures: { [fanChart.id]: fanChart as unknown as ProcedureDocument },
  meters: METERS,
});
export const BENCH_EVENTS = benchVisit.events as unknown as readonly VisitEvent[];
export const FAN_EVENTS = fanVisit.events as unknown as readonly VisitEvent[];
