export * from './decide';
export * from './events';
export * from './fold';
export * from './fromSignal';
export * from './undo';
