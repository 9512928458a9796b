export * from './atmosphere';
export * from './gas';
export * from './humidAir';
export * from './orifice';
export * from './plate';
