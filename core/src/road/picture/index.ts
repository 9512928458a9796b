export * from './pyramid';
