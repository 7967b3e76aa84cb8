export * from './aside';
export * from './generations';
export { readRecord, removeFiller, removeRecords, renewLog } from './records';
export * from './settings';
export * from './unused';
