export * from './api';
export { eventBatchContract, eventContract, uuid7 } from './event-schema';
export { expectationContract } from './expectation-schema';
export { meterContract } from './meter-schema';
export { procedureContract } from './procedure-schema';
export { readDocument, type ReadDocument } from './read-document';
export { unitModelContract } from './unit-model-schema';
export { contract, type Contract, type FieldProblem, type Validated } from './validate';
