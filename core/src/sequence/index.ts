export * from './at';
