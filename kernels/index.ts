export { key, keyOver, setKey } from './key';
export { repair, repairScratch, setMatrix } from './repair';
