export type { Elimination } from './elimination';
export { frequenciesOf, type Network, type NetworkElement } from './network';
export { Solver, type Solution, type Unsolvable } from './solver';
export { spiceNetlist } from './spice';
