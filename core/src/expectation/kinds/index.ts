export { sourceName } from './documents';
export * from './expectation-registry';
