export * from './finding';
export * from './free-finding';
export * from './reading-title';
export { isReadAgain, openPointsOf, type OpenPoint } from './open-points';
export { type Accused } from './references';
