export * from './job';
export * from './mixtureCsv';
export * from './readingsCsv';
