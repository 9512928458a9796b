export * from './advice';
export * from './advise';
export * from './chance';
export * from './offIdle';
export * from './planMoves';
