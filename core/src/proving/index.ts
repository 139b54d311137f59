export { countedProof, type CountedProof } from './counted-proof';
export { PLAIN_METER } from './plain-meter';
export { listedFaults, type ListedFault } from './listed-faults';
export {
  faultWords,
  PROOF_RESULTS,
  proveChart,
  type ChartProof,
  type ProofOptions,
  type ProofResult,
  type ProvenFault,
  type UntoldFault,
  type Unprovable,
} from './prove-chart';
export { NO_ERROR, shown, type MeterError } from './shown';
export { SimulatedMachine } from './simulated-machine';
export { simulatedConditions, walkChart, type ChartWalk, type WalkedStep } from './walk-chart';
