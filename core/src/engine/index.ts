export * from './crank/crank';
export type { EngineTruth } from './crank/cycleMeans';
export * from './crank/friction';
export type { Load, Vehicle } from './crank/load';
export { createEngine } from './engine';
export * from './engineTypes';
export type { Hand } from './linkage/driver';
export type { TurnOutcome } from './linkage/screws';
export * from './ride';
