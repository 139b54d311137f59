export * from './bypasses';
export * from './fitted';
export * from './meter-refusal';
export * from './powered';
export * from './proof-of-dead';
export * from './supply-caution';
export * from './uncleared';
export * from './vouched';
