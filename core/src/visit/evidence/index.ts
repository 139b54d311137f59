export * from './finding';
export * from './free-finding';
export * from './reading-title';
export { isReadAgain } from './open-points';
export { type Accused } from './references';
