export type { ChannelState } from './channelState';
export * from './cycles';
export * from './grid';
export * from './liveSignal';
export * from './period';
export * from './round';
export * from './statistics';
export * from './steadyReading';
export * from './window';
