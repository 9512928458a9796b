export * from './crank';
export type { EngineTruth } from './cycleMeans';
export type { Hand } from './driver';
export * from './engine';
export * from './faults';
export * from './friction';
export type { Load, Vehicle } from './load';
export * from './ride';
export type { TurnOutcome } from './screws';
