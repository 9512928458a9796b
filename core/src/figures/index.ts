export * from './calculator';
export * from './calculators';
export * from './lengths';
export * from './mixtures';
export * from './pressures';
