export * from './evidence';
export type { ExchangedEvidence } from './exchanged';
export * from './nextTest';
export * from './placed';
export * from './weigh';
