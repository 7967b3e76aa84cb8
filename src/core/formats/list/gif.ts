import type { Format } from '../types';

export const gif: Format = {
  id: 'gif',
  label: 'GIF',
  extension: 'gif',
  mime: 'image/gif',
  alpha: true,
  hardAlpha: true,
  maker: 'browser',
  moving: true,
  loops: true,
  evenSize: false,
  goodFor: 'Drawings and small loops, everywhere. 256 colours a frame, edges hard.',
};
