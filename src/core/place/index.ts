export * from './place';
export * from './snap';
