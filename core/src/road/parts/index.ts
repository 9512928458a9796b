export * from './change';
export * from './cost';
export * from './effect';
export * from './metering';
export * from './partWords';
export * from './prediction';
