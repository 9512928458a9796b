export * from './at';
export * from './elementary';
export * from './extremes';
export * from './instants';
export * from './random';
export * from './years';
