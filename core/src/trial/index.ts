export * from './screwsOff';
export * from './trial';
export * from './trialBench';
