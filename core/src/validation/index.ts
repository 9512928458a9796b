export * from './validation';
