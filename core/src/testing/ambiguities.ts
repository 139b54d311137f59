import benchByHalves from '../../../demo/data/procedures/bench-mat-by-halves.json';
import newBoardChart from '../../../demo/data/procedures/burner-new-board.json';
import classTwoChain from '../../../demo/data/procedures/general-class-2-chain.json';
import fanMotor from '../../../demo/data/procedures/general-fan-motor.json';
import platinumSensor from '../../../demo/data/procedures/general-platinum-sensor.json';
import supplyAllRound from '../../../demo/data/procedures/general-supply-check.json';
import pumpByHalves from '../../../demo/data/procedures/pump-chain-by-halves.json';
import newBoard from '../../../demo/data/visits/co2-burner-3-new-board.json';
import lostLeg from '../../../demo/data/visits/heat-bench-2-lost-leg.json';
import idleCoil from '../../../demo/data/visits/mist-line-4-idle-coil.json';
import lostCall from '../../../demo/data/visits/mist-line-4-lost-call.json';
import { compileProcedure, type ProcedureDocument } from '../procedure';
import type { UnitModelDocument } from '../unit-model';
import { VisitContext, type VisitEvent } from '../visit';
import { BURNER_CONTEXT } from './burner';
import { DEMO_CONTEXT, DEMO_MODEL } from './demo';
import { BENCH_CONTEXT } from './traps';

/** Procedures any chart of the demo may call. */
export const GENERALS = [
  classTwoChain,
  fanMotor,
  platinumSensor,
  supplyAllRound,
] as unknown as readonly ProcedureDocument[];

export const PUMP_BY_HALVES = pumpByHalves as unknown as ProcedureDocument;
export const NEW_BOARD_CHART = newBoardChart as unknown as ProcedureDocument;

function withChart(context: VisitContext, model: UnitModelDocument, chart: unknown): VisitContext {
  const compiled = compileProcedure(chart as ProcedureDocument, model, GENERALS);
  const procedures = { ...context.procedures, [compiled.id]: compiled };
  return new VisitContext({ ...context, meters: DEMO_CONTEXT.meters, procedures });
}

export const PUMP_CONTEXT = withChart(DEMO_CONTEXT, DEMO_MODEL, pumpByHalves);
export const MAT_CONTEXT = withChart(BENCH_CONTEXT, BENCH_CONTEXT.model, benchByHalves);
export const NEW_BOARD_CONTEXT = withChart(BURNER_CONTEXT, BURNER_CONTEXT.model, newBoardChart);

const events = (document: { readonly events: readonly unknown[] }): readonly VisitEvent[] =>
  document.events as readonly VisitEvent[];

/** Demo visits on which every reading that can mean two things occurs. */
export const IDLE_COIL = events(idleCoil);
export const LOST_CALL = events(lostCall);
export const LOST_LEG = events(lostLeg);
export const NEW_BOARD = events(newBoard);
