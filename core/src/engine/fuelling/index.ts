export * from './carburetor';
export * from './circuit';
export * from './idlePort';
export * from './wallFilm';
