export * from './api';
export { isGeneral, isPinnedWith, visitContext } from './visit-context';
export { visitSummary } from './visit-summary';
export * from './unit-history';
export { freePinned, isFreeUnit } from './free-pinned';
