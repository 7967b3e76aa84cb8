export * from './aside';
export * from './generations';
export { readRecord, removeRecords, renewLog } from './records';
export * from './settings';
export * from './unused';
