export * from './job';
export * from './readingsCsv';
