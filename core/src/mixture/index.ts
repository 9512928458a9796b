export * from './belief';
export * from './circuits';
export * from './explain';
export * from './fold';
export * from './nextStep';
export * from './target';
export * from './words';
