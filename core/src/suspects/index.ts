export * from './foldRivals';
export * from './foundEvidence';
export * from './infer';
export * from './map';
export * from './search';
export * from './weighRivals';
