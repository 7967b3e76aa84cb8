export * from './aside';
export * from './generations';
export { readRecord, removeRecords } from './records';
export * from './settings';
export * from './unused';
