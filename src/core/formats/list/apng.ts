import { format } from '../types';

export const apng = format({
  id: 'apng',
  medium: 'animated picture',
  codec: 'png',
  label: 'APNG',
  extension: 'apng',
  mime: 'image/apng',
  alpha: true,
  loops: true,
  evenSize: false,
  goodFor: 'Nothing lost, plays like a picture, large. For web pages and streaming.',
});
