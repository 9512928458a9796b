export * from './crank';
export type { EngineTruth } from './cycleMeans';
export * from './engine';
export * from './faults';
export * from './friction';
