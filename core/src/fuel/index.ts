export * from './blends';
export * from './brettschneider';
export * from './stoichiometry';
