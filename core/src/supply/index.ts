export type { PairReading } from './explain';
export { judgeSupply, type SupplyFacts, type SupplyVerdict } from './judge-supply';
export { SUPPLY_PATTERNS, supplyTitle, type SupplyPattern } from './patterns';
export { supplyPlan, type SupplyPair } from './supply-plan';
export { supplyPicture, type PicturedConductor } from './supply-picture';
