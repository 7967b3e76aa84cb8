import type { Format } from '../types';

export const pngFrames: Format = {
  id: 'png-frames',
  label: 'PNG frames',
  extension: 'zip',
  mime: 'application/zip',
  alpha: true,
  maker: 'browser',
  moving: true,
  evenSize: false,
  goodFor:
    'Every frame as a picture, nothing lost, in a zip. For whatever takes numbered pictures.',
};
