export * from './api';
export * from './visit-page';
export { isFreeUnit, isGeneral, isPinnedWith } from './kind-of-unit';
export { visitContext } from './visit-context';
export { visitSummary } from './visit-summary';
export * from './unit-history';
export { freePinned } from './free-pinned';
export type { SpareBatch, SpareFile } from './spares';
