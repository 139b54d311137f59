export * from './passed-over';
export * from './position';
export * from './steps';
export * from './unmet';
export * from './unmet-hands';
export * from './last-turn';
export * from './chart-progress';
export * from './hold-offs';
