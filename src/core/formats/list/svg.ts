import { format } from '../types';

export const svg = format({
  id: 'svg',
  medium: 'outlines',
  codec: 'none',
  label: 'SVG still',
  extension: 'svg',
  mime: 'image/svg+xml',
  alpha: true,
  evenSize: false,
  goodFor: 'One frame as outlines, sharp at any size. Without pictures or clips.',
});
