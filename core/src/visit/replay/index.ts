export * from './replay';
