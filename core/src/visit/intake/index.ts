export * from './first-facts';
export * from './opening-check';
