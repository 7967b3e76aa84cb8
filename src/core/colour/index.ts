export * from './convert';
export * from './yuv';
export * from './safestKey';
