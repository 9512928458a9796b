export * from './brands';
export * from './pressure';
export * from './rotation';
export * from './turnStep';
