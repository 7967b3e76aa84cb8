export { key, keyOver } from './key';
export { setMatrix } from './matrix';
export { repair, repairScratch } from './repair';
export { shrink, shrinkScratch } from './shrink';
