export * from './decide';
export * from './events';
export * from './fold';
export * from './fromSignal';
export * from './logReader';
export { isPlace } from './parts';
export type { Job, JobRecord, Standing } from './slices';
export * from './snapshot';
export * from './undo';
