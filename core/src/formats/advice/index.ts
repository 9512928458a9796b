export * from './advice';
