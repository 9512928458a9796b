export * from './align';
export * from './marker';
