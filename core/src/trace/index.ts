export * from './decoder';
export * from './encoder';
export * from './samples';
export * from './trace';
