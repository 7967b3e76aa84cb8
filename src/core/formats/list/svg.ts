import type { Format } from '../types';

export const svg: Format = {
  id: 'svg',
  label: 'SVG still',
  extension: 'svg',
  mime: 'image/svg+xml',
  alpha: true,
  maker: 'browser',
  moving: false,
  outlines: true,
  evenSize: false,
  goodFor: 'One frame as outlines, sharp at any size. Without pictures or clips.',
};
