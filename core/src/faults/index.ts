export * from './foundEvidence';
export * from './weighFaults';
