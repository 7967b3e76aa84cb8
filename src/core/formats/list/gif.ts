import { format } from '../types';

export const gif = format({
  id: 'gif',
  medium: 'animated picture',
  codec: 'gif',
  label: 'GIF',
  extension: 'gif',
  mime: 'image/gif',
  alpha: true,
  hardAlpha: true,
  loops: true,
  // Delays of one hundredth of a second are taken for a tenth by whatever plays it.
  fastest: 50,
  evenSize: false,
  goodFor: 'Drawings and small loops, everywhere. 256 colours a frame, edges hard.',
});
