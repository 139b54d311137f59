export * from './answer';
export * from './answer-matrix';
export * from './answer-step';
export * from './jump-to';
