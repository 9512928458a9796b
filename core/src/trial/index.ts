export * from './trial';
export * from './trialBench';
