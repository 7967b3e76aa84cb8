export * from './unreadParts';
export * from './generations';
export { readRecord, recallRecords, removeRecords } from './records';
export * from './settings';
export * from './unused';
