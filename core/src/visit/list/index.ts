export * from './walk-list';
export * from './list-line';
export { bodyOfLine } from './event-columns';
export { lineOfEvent } from './event-line';
export type { EnvelopeMaker } from './list-log';
