export * from './at';
export * from './elementary';
export * from './extremes';
export * from './random';
export * from './years';
