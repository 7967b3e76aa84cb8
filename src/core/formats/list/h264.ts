import type { Format } from '../types';

export const h264: Format = {
  id: 'h264',
  label: 'H.264',
  extension: 'mp4',
  mime: 'video/mp4',
  alpha: false,
  maker: 'browser',
  moving: true,
  sounds: true,
  between: true,
  evenSize: true,
  goodFor: 'Opens everywhere. For editors that remove a key colour.',
  goodForClip: 'Opens everywhere, small. For posting, and for every editor.',
};
