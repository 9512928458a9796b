export * from './foldRivals';
export * from './foundEvidence';
export * from './weighRivals';
