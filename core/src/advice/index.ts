export * from './advice';
export * from './advise';
export { balanceGoal } from './balanceGoal';
export * from './chance';
export * from './holdRpm';
export * from './offIdle';
export * from './planMoves';
export * from './way';
export * from './workStage';
