import type { Format } from '../types';

export const animatedWebp: Format = {
  id: 'webp',
  label: 'Animated WebP',
  extension: 'webp',
  mime: 'image/webp',
  alpha: true,
  maker: 'browser',
  moving: true,
  loops: true,
  evenSize: false,
  goodFor: 'Small, with soft edges, plays like a picture. For web pages and streaming.',
};
