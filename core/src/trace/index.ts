export * from './decoder';
export * from './describeTable';
export * from './description';
export * from './encoder';
export * from './samples';
export * from './trace';
