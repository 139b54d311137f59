export * from './linear';
export * from './machine';
