export type { ForeignGauges } from './bank';
export * from './drive';
export * from './law';
