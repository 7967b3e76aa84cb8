export { key, keyOver, setKey } from './key';
export { repair, repairScratch, setMatrix } from './repair';
export { setShrinkMatrix, shrink, shrinkScratch } from './shrink';
