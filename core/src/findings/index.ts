export * from './findings';
