export * from './stoichiometry';
