export * from './blends';
export * from './brettschneider';
export * from './carbonMonoxide';
export * from './stoichiometry';
