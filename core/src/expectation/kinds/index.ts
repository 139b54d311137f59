export { sourceName } from './documents';
export * from './expectation-registry';
export type * from './expectation-shapes';
