export * from './schema';
export * from './suspects';
