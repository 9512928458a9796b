export * from './archetypes';
export * from './effect';
export * from './problems';
export * from './schema';
