export { faultModesOf } from './fault-modes';
export { machineNetwork, type MachineNetwork } from './machine-network';
export { readMachine, USUAL_METER_OHMS, type MachineQuestion, type MachineReading } from './read-machine';
export { settled, type Settled } from './settle';
export { isSo, worldOf } from './contacts';
export { Situation, type InjectedFault } from './situation';
