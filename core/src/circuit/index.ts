export * from './linear';
