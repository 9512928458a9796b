export * from './difference';
export * from './regimeMean';
export * from './table';
export * from './tipIn';
export * from './units';
