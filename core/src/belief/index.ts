export * from './belief';
export * from './comparison';
export * from './foldBelief';
export * from './forecast';
export * from './move';
export * from './observation';
export * from './prior';
export * from './update';
