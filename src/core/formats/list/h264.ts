import { format } from '../types';

export const h264 = format({
  id: 'h264',
  medium: 'video',
  codec: 'h264',
  label: 'H.264',
  extension: 'mp4',
  mime: 'video/mp4',
  alpha: false,
  sounds: true,
  between: true,
  evenSize: true,
  goodFor: 'Opens everywhere. For editors that remove a key colour.',
  goodForClip: 'Opens everywhere, small. For posting, and for every editor.',
});
