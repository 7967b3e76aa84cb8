export * from './aside';
export * from './generations';
export { readRecord, removeFiller, removeRecords, renewRecordsLog } from './records';
export * from './settings';
export * from './unused';
