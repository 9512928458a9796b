export * from './crank';
export type { EngineTruth } from './cycleMeans';
export type { Hand } from './driver';
export { createEngine } from './engine';
export * from './engineTypes';
export * from './friction';
export type { Load, Vehicle } from './load';
export * from './ride';
export type { TurnOutcome } from './screws';
