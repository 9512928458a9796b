export * from './drive';
