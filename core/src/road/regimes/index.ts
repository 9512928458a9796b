export * from './grid';
export * from './label';
export * from './looks';
export * from './stretches';
