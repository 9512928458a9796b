export { createForeignBank, type ForeignBank, type ForeignGauges } from './bank';
export * from './drive';
export { createFuelSide, type FuelSide } from './fuelSide';
export * from './law';
