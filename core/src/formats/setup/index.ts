export * from './setup';
