export * from './roadDocument';
