import type { Format } from '../types';

export const pngStill: Format = {
  id: 'png',
  label: 'PNG still',
  extension: 'png',
  mime: 'image/png',
  alpha: true,
  maker: 'browser',
  moving: false,
  evenSize: false,
  goodFor: 'One frame, nothing lost. For every editor that takes pictures.',
};
