/** Loaded when a machine without a wiring list is visited: it needs more of the core than the first page has. */
export { freePinned } from '@juxtameter/contract';
