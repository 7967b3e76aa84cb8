import { format } from '../types';

export const pngFrames = format({
  id: 'png-frames',
  medium: 'numbered pictures',
  codec: 'png',
  label: 'PNG frames',
  extension: 'zip',
  mime: 'application/zip',
  alpha: true,
  evenSize: false,
  goodFor:
    'Every frame as a picture, nothing lost, in a zip. For whatever takes numbered pictures.',
});
