export * from './walk-list';
export * from './list-line';
export { bodyOfLine, LIST_EVENTS } from './event-columns';
export { isExactLine, lineOfEvent } from './event-line';
export type { EnvelopeMaker } from './list-log';
