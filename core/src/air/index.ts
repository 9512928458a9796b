export * from './gas';
export * from './orifice';
export * from './plate';
