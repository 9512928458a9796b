export * from './trial';
