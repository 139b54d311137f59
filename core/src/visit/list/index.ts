export * from './walk-list';
export * from './list-line';
