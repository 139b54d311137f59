export * from './monitor';
