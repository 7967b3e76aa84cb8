import { format } from '../types';

export const pngStill = format({
  id: 'png',
  medium: 'still',
  codec: 'png',
  label: 'PNG still',
  extension: 'png',
  mime: 'image/png',
  alpha: true,
  evenSize: false,
  goodFor: 'One frame, nothing lost. For every editor that takes pictures.',
});
