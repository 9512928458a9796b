export * from './at';
export * from './elementary';
export * from './random';
