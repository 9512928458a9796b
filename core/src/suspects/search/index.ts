export * from './benchEvidence';
export * from './jobEvidence';
export * from './suspectsOfJob';
