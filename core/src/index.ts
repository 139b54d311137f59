export * from './quantity';
export * from './meter';
export * from './expectation';
export * from './verdict';
export * from './unit-model';
export * from './procedure';
export * from './visit';
export * from './formats';
