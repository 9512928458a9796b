export * from './blends';
export * from './stoichiometry';
