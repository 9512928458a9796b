export * from './measurements';
export * from './wayDocument';
