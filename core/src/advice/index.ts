export * from './advice';
export * from './advise';
export * from './candidates';
export * from './chance';
