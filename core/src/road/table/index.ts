export * from './describeRide';
export { figureOf } from './figure';
export * from './meaning';
export * from './readRide';
