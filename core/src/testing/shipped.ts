import benchByHalves from '../../../demo/data/procedures/bench-mat-by-halves.json';
import benchChart from '../../../demo/data/procedures/bench-stays-cold.json';
import burnerChart from '../../../demo/data/procedures/burner-does-not-fire.json';
import newBoardChart from '../../../demo/data/procedures/burner-new-board.json';
import fanChart from '../../../demo/data/procedures/fan-does-not-run.json';
import classTwoChain from '../../../demo/data/procedures/general-class-2-chain.json';
import fanMotor from '../../../demo/data/procedures/general-fan-motor.json';
import platinumSensor from '../../../demo/data/procedures/general-platinum-sensor.json';
import supplyAllRound from '../../../demo/data/procedures/general-supply-check.json';
import pumpByHalves from '../../../demo/data/procedures/pump-chain-by-halves.json';
import pumpChart from '../../../demo/data/procedures/pump-contactor-does-not-pull-in.json';
import ventChart from '../../../demo/data/procedures/vent-runs-one-way.json';
import burner from '../../../demo/data/unit-models/co2-burner.json';
import fan from '../../../demo/data/unit-models/fan-inverter.json';
import bench from '../../../demo/data/unit-models/heat-bench.json';
import mistPanel from '../../../demo/data/unit-models/mist-pump-panel.json';
import vent from '../../../demo/data/unit-models/roof-vent-drive.json';
import type { ProcedureDocument } from '../procedure';
import type { UnitModelDocument } from '../unit-model';

/** Every unit model that ships with the product. */
export const SHIPPED_MODELS = [burner, fan, bench, mistPanel, vent] as unknown as readonly UnitModelDocument[];

/** Every general procedure that ships with the product. */
export const SHIPPED_GENERALS = [
  classTwoChain,
  fanMotor,
  platinumSensor,
  supplyAllRound,
] as unknown as readonly ProcedureDocument[];

/** Every chart that ships with the product, with the unit model it is written for. */
export const SHIPPED_CHARTS: readonly { readonly chart: ProcedureDocument; readonly model: UnitModelDocument }[] = (
  [
    benchByHalves,
    benchChart,
    burnerChart,
    newBoardChart,
    fanChart,
    pumpByHalves,
    pumpChart,
    ventChart,
  ] as unknown as readonly ProcedureDocument[]
).flatMap((chart) => SHIPPED_MODELS.filter(({ id }) => id === chart.unitModel).map((model) => ({ chart, model })));
