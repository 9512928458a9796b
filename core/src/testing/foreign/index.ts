export * from './drive';
export * from './law';
