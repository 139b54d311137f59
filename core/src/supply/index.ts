export { judgeSupply, SUPPLY_PATTERNS, type SupplyFacts, type SupplyPattern, type SupplyVerdict } from './judge-supply';
export { pairVolts, supplyPlan, type SupplyPair } from './supply-plan';
