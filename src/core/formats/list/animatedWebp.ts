import { FASTEST_PICTURES, format } from '../types';

export const animatedWebp = format({
  id: 'webp',
  medium: 'animated picture',
  codec: 'webp',
  label: 'Animated WebP',
  extension: 'webp',
  mime: 'image/webp',
  alpha: true,
  loops: true,
  fastest: FASTEST_PICTURES,
  evenSize: false,
  goodFor: 'Small, with soft edges, plays like a picture. For web pages and streaming.',
});
