export * from './types';
export * from './create';
export * from './createKey';
export * from './edit';
export { readDocument, readKit } from './schema';
export * from './bundle';
export * from './table';
