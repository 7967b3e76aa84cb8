import { format } from '../types';

export const vp9 = format({
  id: 'vp9',
  medium: 'video',
  codec: 'vp9',
  label: 'VP9',
  extension: 'webm',
  mime: 'video/webm',
  alpha: true,
  sounds: true,
  between: true,
  evenSize: true,
  goodFor: 'Small, with soft edges. For web pages, streaming and editors that read clear WebM.',
  goodForClip: 'Small. For web pages.',
});
