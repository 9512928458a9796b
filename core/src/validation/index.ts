export { compiled } from './compiled';
export * from './fields';
export * from './validation';
