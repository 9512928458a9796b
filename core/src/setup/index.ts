export * from './archetypes';
export * from './edit';
export * from './effect';
export * from './openArea';
export * from './problems';
export * from './quantity';
export * from './schema';
export * from './screwEffects';
