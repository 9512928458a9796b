export * from './advice';
export * from './advise';
export * from './chance';
export * from './planMoves';
