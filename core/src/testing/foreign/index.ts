export { createForeignBank, type ForeignBank, type ForeignGauges } from './bank';
export * from './drive';
export * from './law';
