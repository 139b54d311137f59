/** What the first page needs of the contract, apart from the index for the same reason as the core's. */
export { isFreeUnit, isGeneral, isPinnedWith } from './kind-of-unit';
export * from './visit-page';
