export * from './transducer';
