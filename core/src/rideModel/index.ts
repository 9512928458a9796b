export * from './driver';
export * from './rideModel';
export * from './rideTable';
