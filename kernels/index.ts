export { key } from './key';
export { keyLocally, keyScratch } from './keyLocally';
export { gather, localBytes, spread } from './localColours';
export { setMatrix } from './matrix';
export { codeProres, proresScratch, proresSliceRoom } from './prores';
export { repair, repairScratch } from './repair';
export { sharpAlpha, sharpScratch } from './sharpAlpha';
export { shrink, shrinkScratch } from './shrink';
