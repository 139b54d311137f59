export * from './first-facts';
