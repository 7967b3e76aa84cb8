import { FASTEST_PICTURES, format } from '../types';

export const apng = format({
  id: 'apng',
  medium: 'animated picture',
  codec: 'png',
  label: 'APNG',
  extension: 'apng',
  mime: 'image/apng',
  alpha: true,
  loops: true,
  fastest: FASTEST_PICTURES,
  evenSize: false,
  goodFor: 'Nothing lost, plays like a picture, large. For web pages and streaming.',
});
