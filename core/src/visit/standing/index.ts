export * from './asked-points';
export * from './at-rest';
export * from './here';
export * from './methods';
export * from './standing-at';
export * from './step-words';
export * from './unmet-fix';
export * from './undecided';
