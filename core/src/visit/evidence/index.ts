export * from './finding';
export * from './free-finding';
export * from './reading-title';
