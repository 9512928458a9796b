export * from './foreign';
export * from './jobs';
