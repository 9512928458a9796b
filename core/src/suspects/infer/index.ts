export * from './evidence';
export * from './nextTest';
export * from './placed';
export * from './weigh';
