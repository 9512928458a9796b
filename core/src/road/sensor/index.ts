export * from './doubts';
export * from './response';
export * from './signatures';
