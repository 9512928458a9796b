export * from './brands';
export * from './measure';
export * from './pressure';
export * from './rotation';
export * from './turnStep';
